using MathNet.Numerics.Distributions;

namespace GentleMole.Core.Radar;

/// <summary>The velocity of a site, by the best that is known of it.</summary>
/// <param name="Source">By what.</param>
/// <param name="Velocity">Metres per nanosecond.</param>
/// <param name="Curves">How many curves were laid.</param>
/// <param name="Spread">Standard deviation of the curves' velocities, as a part of their median; null with fewer than two.</param>
/// <param name="IsTorn">Curves and the known target contradict each other beyond what both are out by.</param>
public sealed record GroundVelocity(VelocitySource Source, Estimate Velocity, int Curves, double? Spread, bool IsTorn)
{
    private const int EnoughCurves = 3;
    private const double MedianLoss = 1.2533;
    private const double LeastPart = 0.015;
    private const double OneCurvePart = 0.06;
    private const double LeastOfTwoPart = 0.03;

    /// <summary>Joins what is known: three curves and more by their median, else a known target, else the curves there are, else the table.</summary>
    /// <param name="curves">Velocities of curves laid over responses of this site.</param>
    /// <param name="known">By a target of known cover.</param>
    public static GroundVelocity Of(IReadOnlyList<double> curves, Estimate? known, RadarSoil soil)
    {
        var spread = SpreadOf(curves);
        var byCurves = curves.Count == 0 ? (Estimate?)null : ByCurves(curves, spread);
        var torn = byCurves is { } c && known is { } k && Math.Abs(c.Value - k.Value) > Math.Sqrt((c.HalfWidth * c.HalfWidth) + (k.HalfWidth * k.HalfWidth));
        return byCurves is { } best && (curves.Count >= EnoughCurves || known is null) ? new GroundVelocity(VelocitySource.Curves, best, curves.Count, spread, torn)
            : known is { } target ? new GroundVelocity(VelocitySource.KnownTarget, target, curves.Count, spread, torn)
            : new GroundVelocity(VelocitySource.Ground, ByTable(soil), 0, null, false);
    }

    private const double TornPart = 0.08;

    /// <summary>True when another velocity of the same site, a profile's own, lies farther from this one than grounds change within a site; a guess by the table contradicts nothing.</summary>
    public bool Contradicts(double velocity) => Source != VelocitySource.Ground && Math.Abs((velocity / Velocity.Value) - 1) > TornPart;

    /// <summary>Velocities that a kind of ground may have, its usual one in the middle.</summary>
    public static Estimate ByTable(RadarSoil soil) =>
        new(RadarWave.VelocityOf(soil.Usual.Permittivity), RadarWave.VelocityOf(soil.Permittivity.Most), RadarWave.VelocityOf(soil.Permittivity.Least));

    private static Estimate ByCurves(IReadOnlyList<double> curves, double? spread)
    {
        var median = Median([.. curves.Order()]);
        var part = spread is { } known ? Math.Max(LeastPart, StudentT.InvCDF(0, 1, curves.Count - 1, 0.975) * MedianLoss * known / Math.Sqrt(curves.Count)) : OneCurvePart;
        part = curves.Count == 2 ? Math.Max(LeastOfTwoPart, Math.Min(part, OneCurvePart)) : part;
        return Estimate.Symmetric(median, median * part);
    }

    /// <summary>Standard deviation by the median of what lies off (1.4826 × MAD), or of two by their way; as a part.</summary>
    private static double? SpreadOf(IReadOnlyList<double> curves)
    {
        if (curves.Count < 2)
        {
            return null;
        }

        var median = Median([.. curves.Order()]);
        return curves.Count == 2 ? Math.Abs(curves[0] - curves[1]) / Math.Sqrt(2) / median : 1.4826 * Median([.. curves.Select(v => Math.Abs(v - median)).Order()]) / median;
    }

    private static double Median(IReadOnlyList<double> sorted) => (sorted[sorted.Count / 2] + sorted[(sorted.Count - 1) / 2]) / 2;
}
