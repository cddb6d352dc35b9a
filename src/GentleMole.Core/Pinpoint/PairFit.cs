using GentleMole.Core.Lines;

namespace GentleMole.Core.Pinpoint;

/// <summary>
/// The likeliest two lines under a row of readings, with what is known of them before: many guesses, the best climbed to their
/// tops (<see cref="PairSearch"/>). It says where they most likely are and how well they fit, not yet within which bounds.
/// </summary>
public static class PairFit
{
    /// <summary>The best pair; null where no pair has a shape that the row fixes. The same row gives the same pair.</summary>
    /// <param name="readings">A row that passed <see cref="CrossReadingRules.Check"/>.</param>
    /// <param name="single">One line fitted to the row, from which the search begins too.</param>
    public static FittedPair? Fit(IReadOnlyList<CrossReading> readings, ReadingNoise noise, FittedLine single, PinpointPrior prior)
    {
        var row = new RowLikelihood(readings, noise);
        var known = new LinePrior(prior, readings.Min(r => r.OffsetMetres), readings.Max(r => r.OffsetMetres));
        if (new PairSearch(readings, noise, row, known, new Random(1)).Hills(row.ParametersOf(single)).Where(h => double.IsFinite(h.LogHeight)).MaxBy(h => h.LogHeight) is not { Top: var top })
        {
            return null;
        }

        return new FittedPair(
            top[0], new Depth(Math.Exp(top[1])), Math.Exp(top[2]) * row.Unit, top[0] + top[3], new Depth(Math.Exp(top[4])), top[5],
            new ModelFit(row.Log(top), row.ChiSquare(top), RowLikelihood.OfTwo, row.Count));
    }
}
