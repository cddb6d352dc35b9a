using GentleMole.Core.Site;
using MathNet.Numerics;

namespace GentleMole.Core.Grids;

/// <summary>
/// What a grid says of a long body along a way: lines that met it and lines that missed it, how smoothly its place and cover go on, whether
/// its responses have one polarity. Every term is the logarithm of how much likelier it is with such a body than by chance.
/// </summary>
/// <param name="alarms">Responses of no run, per metre of line.</param>
/// <param name="sigma">Standard deviation of a response along its line, metres.</param>
/// <param name="coverFactor">How many times as wide as stated covers scatter.</param>
/// <param name="velocity">Of the ground, metres per nanosecond.</param>
/// <param name="isOwn">The velocities are those of each response's own curve: too quick, and the covers too large, by 1/sin of the angle.</param>
internal sealed class RunEvidence(WalkedGrid grid, double alarms, double sigma, double coverFactor, double velocity, bool isOwn)
{
    /// <summary>Variance that the slope of a run gains on a metre: a bend of 15 m radius is a matter of a few metres.</summary>
    public const double Wander = 0.004;

    /// <summary>The same of how its cover falls.</summary>
    public const double CoverWander = 1e-4;

    public const double CoverSlopeVariance = 0.05 * 0.05;

    /// <summary>Chance of being met at a crossing: a beta variable, about 0.85.</summary>
    private const double MetAlpha = 8;

    private const double MetBeta = 1.5;

    private const double RunsExpected = 3;

    /// <summary>What both ends cost: a body is likelier to go on than to end between two lines.</summary>
    private const double EndsCost = 2.4;

    private const double SamePolarity = 0.93;

    private const double WildVelocity = 0.1;
    private const double VelocitySigma = 0.05;
    private const double VelocityRange = 0.8;

    private readonly double _logAlarms = Math.Log(alarms);

    public double Sigma => sigma;

    public double CoverFactor => coverFactor;

    /// <summary>Cover with the angle allowed for.</summary>
    public double Corrected(in MetTarget met, double sine) => isOwn ? met.Cover * Math.Max(sine, LeastCorrected) : met.Cover;

    /// <summary>Nobody reads a curve flatter than this.</summary>
    private const double LeastCorrected = 0.5;

    /// <summary>Draws a way through responses in their order.</summary>
    public RunPath Draw(ReadOnlySpan<int> hits)
    {
        var n = hits.Length;
        var origin = grid.Met[hits[0]].Place;
        var ahead = (grid.Met[hits[^1]].Place - origin).Unit();
        var (along, aside, sines) = (new double[n], new double[n], new double[n]);
        for (var k = 0; k < n; k++)
        {
            var from = grid.Met[hits[k]].Place - origin;
            (along[k], aside[k]) = (from.Dot(ahead), from.Dot(ahead.Right));
            along[k] = k > 0 ? Math.Max(along[k], along[k - 1] + LeastStep) : along[k];
            var way = (grid.Met[hits[Math.Min(n - 1, k + Beside)]].Place - grid.Met[hits[Math.Max(0, k - Beside)]].Place).Unit();
            sines[k] = Math.Clamp(Math.Abs(way.Dot(grid.Lines[grid.Met[hits[k]].Line].Way.Right)), WalkedLine.LeastSine, 1);
        }

        var (variances, covers, coverVariances) = (new double[n], new double[n], new double[n]);
        for (var k = 0; k < n; k++)
        {
            ref readonly var met = ref grid.Met[hits[k]];
            variances[k] = sigma * sigma * sines[k] * sines[k];
            covers[k] = Corrected(met, sines[k]);
            coverVariances[k] = Math.Pow(coverFactor * met.CoverSigma, 2);
        }

        return new RunPath(
            hits.ToArray(), origin, ahead, along, sines, new SlopeSmoother(along, aside, variances, 1, Wander), new SlopeSmoother(along, covers, coverVariances, CoverSlopeVariance, CoverWander), 0, double.NaN);
    }

    /// <summary>Draws a way through responses in their order and weighs it.</summary>
    /// <param name="missed">Lines between its ends that met nothing.</param>
    public RunPath Weigh(ReadOnlySpan<int> hits, int missed)
    {
        var path = Draw(hits);
        var n = hits.Length;
        var odds = Math.Log(RunsExpected * grid.Lines.Length / grid.TotalLength) - _logAlarms - EndsCost
            + SpecialFunctions.BetaLn(MetAlpha + n, MetBeta + missed) - SpecialFunctions.BetaLn(MetAlpha, MetBeta) + Polarity(path.Hits) + Strength(path.Hits);
        for (var k = 0; k < n; k++)
        {
            ref readonly var met = ref grid.Met[hits[k]];
            odds += met.Odds;
            if (k > 0)
            {
                odds += path.Aside.LogDensity[k] + Math.Log(path.Sines[k]) - _logAlarms + path.Cover.LogDensity[k] + Math.Log(Corrected(met, path.Sines[k])) + grid.LogCoverRange;
            }

            if (isOwn)
            {
                var off = Math.Log(met.Velocity * path.Sines[k] / velocity) / VelocitySigma;
                odds += Math.Log(((1 - WildVelocity) * Math.Exp(-0.5 * off * off) / (VelocitySigma * Math.Sqrt(2 * Math.PI)) * VelocityRange) + WildVelocity);
            }
        }

        return path with { Missed = missed, LogOdds = odds };
    }

    private const int Beside = 2;
    private const double LeastStep = 1e-4;

    /// <summary>One body has one polarity, as a rule.</summary>
    private double Polarity(int[] hits)
    {
        var normal = hits.Count(h => grid.Met[h].IsNormal);
        double Gain(int same, int other) => (same * Math.Log(SamePolarity / 0.5)) + (other * Math.Log((1 - SamePolarity) / 0.5));
        var (a, b) = (Gain(normal, hits.Length - normal), Gain(hits.Length - normal, normal));
        return Math.Max(a, b) + Math.Log(1 + Math.Exp(-Math.Abs(a - b))) - Math.Log(2);
    }

    /// <summary>One body answers about as strongly on every line: how much likelier the strengths are round one of their own than round that of all.</summary>
    private double Strength(int[] hits)
    {
        if (grid.StrengthSpread <= StrengthSigma)
        {
            return 0;
        }

        var known = hits.Select(h => grid.Met[h].Strength).Where(s => !double.IsNaN(s)).Order().ToList();
        if (known.Count < 2)
        {
            return 0;
        }

        var own = known[known.Count / 2];
        return known.Sum(s => Math.Clamp(
            Math.Log(grid.StrengthSpread / StrengthSigma) - (0.5 * Math.Pow((s - own) / StrengthSigma, 2)) + (0.5 * Math.Pow(s / grid.StrengthSpread, 2)), -MostAgainst, MostFor));
    }

    /// <summary>How little a response goes with the strength of those before it, in the units of a squared deviation; 0 where nobody says them.</summary>
    public double Stranger(int[] hits, in MetTarget met)
    {
        if (grid.StrengthSpread <= StrengthSigma || double.IsNaN(met.Strength))
        {
            return 0;
        }

        var (sum, count) = (0.0, 0);
        foreach (var hit in hits)
        {
            if (!double.IsNaN(grid.Met[hit].Strength))
            {
                (sum, count) = (sum + grid.Met[hit].Strength, count + 1);
            }
        }

        return count == 0 ? 0 : Math.Min(3 * MostAgainst, Math.Pow((met.Strength - (sum / count)) / StrengthSigma, 2));
    }

    /// <summary>Of one body from line to line, as a logarithm: moisture, coupling, and the strongest of each line, which it is told by, differ.</summary>
    private const double StrengthSigma = 0.6;

    /// <summary>The strongest of a line may be a cover or a plate: strength alone never decides.</summary>
    private const double MostAgainst = 3;
    private const double MostFor = 0.5;
}
