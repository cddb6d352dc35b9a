using GentleMole.Core.Marking;

namespace GentleMole.Core.Pinpoint;

/// <summary>From a row of readings across a line to a place, a depth, marks by school and a verdict.</summary>
public static class Pinpointing
{
    /// <summary>A place is sure when the line lies within this of it …</summary>
    public const double SureWithinMetres = 0.1;

    /// <summary>… but for so small a chance; where two lines are beyond doubt, for a little more.</summary>
    private const double LeastDoubt = 0.0027;

    private const double LeastDoubtOfTwo = 0.019;

    /// <summary>Beyond this misfit a model does not explain a row.</summary>
    public const double MisfitDeviates = 2.6;

    private const double FarMisfitDeviates = 12;
    private const double ApartDeviates = 3.0;
    private const double NoticeableMetres = 0.02;

    /// <summary>
    /// Between these chances of a second line the row does not say which it is, and a place is never sure: what is wrong and looks
    /// sure lies here.
    /// </summary>
    private const double ClearlyOne = 0.15;

    private const double ClearlyTwo = 0.98;

    /// <summary>True when the line lies within <see cref="SureWithinMetres"/> of its place but for a chance that can be lived with.</summary>
    /// <param name="doubt">Chance that it does not.</param>
    public static bool IsSure(double doubt, double chanceOfTwo) => chanceOfTwo switch
    {
        <= ClearlyOne => doubt <= LeastDoubt,
        >= ClearlyTwo => doubt <= LeastDoubtOfTwo,
        _ => false,
    };

    /// <summary>Fits one line and two and averages over what the row cannot tell.</summary>
    /// <param name="toleranceMetres">Half-width of the tolerance zone round the mark.</param>
    /// <param name="nanoteslaPerUnit">Size of one unit of the readings, if known.</param>
    /// <param name="prior">What is known of the line and of others beside it.</param>
    public static Result<PinpointResult> Locate(
        IReadOnlyList<CrossReading> readings, ReadingNoise noise, double toleranceMetres, double? nanoteslaPerUnit, PinpointPrior prior)
    {
        var errors = CrossReadingRules.Check(readings, noise);
        errors.AddRange(PinpointPriorRules.Check(prior));
        if (!double.IsFinite(toleranceMetres) || toleranceMetres is <= 0 or > 10)
        {
            errors.Add(new(nameof(toleranceMetres), "It must be the tolerance on each side of the mark, above 0 to 10 m."));
        }

        if (nanoteslaPerUnit is { } unit && !(double.IsFinite(unit) && unit is > 0 and <= 1e12))
        {
            errors.Add(new(nameof(nanoteslaPerUnit), "It must be the size of one unit in nanotesla, above zero."));
        }

        if (errors.Count > 0)
        {
            return errors;
        }

        var line = SingleLineFit.Fit(readings, noise);
        var posterior = LinePosterior.Of(readings, noise, line, prior);
        var isPair = posterior.Pair is not null && posterior.Two.Aicc < posterior.One.Aicc;
        var misfit = isPair ? posterior.Two : posterior.One;
        var level = AtOneHeight(readings, line);
        var peak = PeakNullPlaces.Peak(level, noise);
        var silent = PeakNullPlaces.Null(level, noise);
        var shoulders = Shoulders(level);
        var (position, depth, amplitude) = Bounded(posterior, line, misfit, peak, silent);
        double Chance(double from, double to) => ChanceWithin(posterior, position, misfit, from, to);
        var doubt = 1 - Chance(position.Value - SureWithinMetres, position.Value + SureWithinMetres);
        var found = new PinpointResult(
            isPair ? RowModel.Pair : RowModel.Single, line, posterior.Pair, posterior.ChanceOfTwo, misfit, position, depth, doubt,
            nanoteslaPerUnit is { } nt ? FittedLine.Milliamps(amplitude, nt) : null, peak?.OffsetMetres, silent?.OffsetMetres,
            MarkingSchools.Marks(peak?.OffsetMetres ?? position.Value, silent?.OffsetMetres, position, shoulders is { } middle ? [middle] : [], toleranceMetres, Chance),
            Verdict.Sound, [])
        {
            ChanceWithin = Chance,
            ShouldersOffsetMetres = shoulders,
            Background = posterior.BackgroundBeside(line, isPair ? posterior.Pair : null),
            Next = !IsSure(doubt, posterior.ChanceOfTwo) && posterior.IsUsable ? posterior.Next(readings, noise) : [],
        };
        return Judge(found, readings, toleranceMetres, peak, silent);
    }

    /// <summary>
    /// The posterior's figures; where neither model explains the row, stretched by the misfit and by what a neighbour can do to a
    /// peak: a fit that the readings refuse says little of where the line is.
    /// </summary>
    private static (Estimate Position, Estimate Depth, double Amplitude) Bounded(
        LinePosterior posterior, FittedLine line, ModelFit misfit, Place? peak, Place? silent)
    {
        if (!posterior.IsUsable)
        {
            return (peak is { } crest ? Distortion.AroundPeak(crest, silent, line.Depth.Value) : line.Position, line.Depth, line.Amplitude.Value);
        }

        var (position, depth) = (posterior.Position, posterior.Depth);
        if (misfit.MisfitDeviates <= MisfitDeviates)
        {
            return (position, depth, posterior.Amplitude.Value);
        }

        var by = misfit.Stretch;
        position = position.Stretched(by);
        depth = new Estimate(depth.Value, Math.Max(depth.Low95 / 10, depth.Stretched(by).Low95), depth.Stretched(by).High95);
        return (peak is { } p ? Joined(position, Distortion.AroundPeak(p, silent, depth.Value)) : position, depth, posterior.Amplitude.Value);
    }

    private static Estimate Joined(Estimate one, Estimate other) => one.Including(other.Low95).Including(other.High95);

    /// <summary>
    /// By the samples; where they were stretched by a misfit, by a normal distribution of the stretched width; where they are few,
    /// by whichever of the two is less sure.
    /// </summary>
    private static double ChanceWithin(LinePosterior posterior, Estimate position, ModelFit misfit, double from, double to)
    {
        var isExplained = posterior.IsUsable && misfit.MisfitDeviates <= MisfitDeviates;
        if (isExplained && posterior.IsWellSampled)
        {
            return posterior.ChanceWithin(from, to);
        }

        var sigma = Math.Max(position.HalfWidth / 1.96, 1e-6);
        var normal = Distortion.Normal((to - position.Value) / sigma) - Distortion.Normal((from - position.Value) / sigma);
        return isExplained ? Math.Min(normal, posterior.ChanceWithin(from, to)) : normal;
    }

    private static PinpointResult Judge(PinpointResult found, IReadOnlyList<CrossReading> readings, double toleranceMetres, Place? peak, Place? silent)
    {
        var verdict = Verdict.Sound;
        var reasons = new List<Reason>();
        void AtLeast(Verdict worse) => verdict = (Verdict)Math.Max((int)verdict, (int)worse);

        var reduced = found.Misfit.ChiSquare / Math.Max(1, found.Misfit.Freedom);
        if (!found.IsExplained)
        {
            AtLeast(found.Misfit.MisfitDeviates > FarMisfitDeviates ? Verdict.Reject : Verdict.Caution);
            reasons.Add(new("not-two-lines", reduced, 1, -1));
        }
        else if (found.Neighbour is { } neighbour)
        {
            reasons.Add(new("two-lines", neighbour.NeighbourOffsetMetres, neighbour.CurrentRatio, 0.5));
        }
        else if (found.Misfit.Freedom > 0)
        {
            reasons.Add(new("fits-one-line", reduced, 1, 1));
        }

        if (!IsSure(found.Doubt, found.ChanceOfTwo))
        {
            AtLeast(Verdict.Caution);
            reasons.Add(found.ChanceOfTwo is > ClearlyOne and < ClearlyTwo
                ? new("one-or-two", found.ChanceOfTwo, found.Doubt, -1)
                : new("unsure-place", found.Doubt, SureWithinMetres, -1));
        }

        if (peak is { } p && silent is { } n)
        {
            var apart = n.OffsetMetres - p.OffsetMetres;
            var sigma = Math.Sqrt((p.Sigma * p.Sigma) + (n.Sigma * n.Sigma));
            var limit = Math.Max(ApartDeviates * sigma, NoticeableMetres);
            var isApart = Math.Abs(apart) > limit;

            // A neighbour that is found has its pull taken out: the two need not agree then.
            if (isApart && !(found.Neighbour is not null && found.IsExplained))
            {
                AtLeast(Math.Abs(apart) > toleranceMetres ? Verdict.Reject : Verdict.Caution);
            }

            // Two that agree speak for one line only while no other is found: a neighbour may move both alike.
            reasons.Add(new(isApart ? "peak-null-apart" : found.Neighbour is null ? "peak-null-agree" : "peak-null-alike", apart, limit, isApart ? -1 : found.Neighbour is null ? 1 : 0));
        }
        else if (silent is null)
        {
            reasons.Add(new("no-null", double.NaN, double.NaN, -0.5));
            if (readings.All(r => r.Null is null))
            {
                AtLeast(Verdict.Caution);
            }
        }

        var (low, high) = (readings.Min(r => r.OffsetMetres), readings.Max(r => r.OffsetMetres));
        if (peak is null || found.Position.Value < low || found.Position.Value > high)
        {
            AtLeast(Verdict.Reject);
            reasons.Add(new("not-bracketed", found.Position.Value, found.Position.Value < low ? low : high, -1));
        }

        if (Math.Max(found.Position.High95 - found.Position.Value, found.Position.Value - found.Position.Low95) > toleranceMetres)
        {
            AtLeast(Verdict.Reject);
            reasons.Add(new("wider-than-tolerance", found.Position.HalfWidth, toleranceMetres, -1));
        }

        return found with { Verdict = verdict, Reasons = reasons };
    }

    /// <summary>Middle of the two shoulders, where the peak response has fallen to four fifths of its greatest: a place of its own.</summary>
    private static double? Shoulders(IReadOnlyList<CrossReading> readings)
    {
        var row = readings.OrderBy(r => r.OffsetMetres).ToList();
        var top = row.MaxBy(r => r.Peak)!;
        var level = 0.8 * top.Peak;
        var crest = row.IndexOf(top);
        double? Crossing(int step)
        {
            for (var i = crest + step; i >= 0 && i < row.Count; i += step)
            {
                var (a, b) = (row[i - step], row[i]);
                if (b.Peak < level)
                {
                    return a.OffsetMetres + ((a.Peak - level) / (a.Peak - b.Peak) * (b.OffsetMetres - a.OffsetMetres));
                }
            }

            return null;
        }

        return Crossing(-1) is { } left && Crossing(1) is { } right ? (left + right) / 2 : null;
    }

    /// <summary>
    /// Peak and null places are read off a row at one height. Where heights differ each reading is brought to their mean by
    /// the ratio that the fitted line gives at its own offset.
    /// </summary>
    private static IReadOnlyList<CrossReading> AtOneHeight(IReadOnlyList<CrossReading> readings, FittedLine line)
    {
        var mean = readings.Average(r => r.HeightMetres);
        return readings.All(r => Math.Abs(r.HeightMetres - mean) < 1e-6)
            ? readings
            : [.. readings.Select(r =>
            {
                var (here, there) = (line.ResponseAt(r.OffsetMetres, r.HeightMetres), line.ResponseAt(r.OffsetMetres, mean));
                return r with
                {
                    HeightMetres = mean,
                    Peak = r.Peak * there.HorizontalTesla / here.HorizontalTesla,
                    Null = here.VerticalTesla == 0 ? r.Null : r.Null * there.VerticalTesla / here.VerticalTesla,
                };
            })];
    }
}
