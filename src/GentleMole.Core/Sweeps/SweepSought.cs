using GentleMole.Core.Lines;

namespace GentleMole.Core.Sweeps;

/// <summary>What a sweep must not miss.</summary>
/// <param name="Shallowest">Depth from which lines are sought.</param>
/// <param name="Deepest">Depth down to which they are.</param>
/// <param name="Milliamps">What such a line carries at least.</param>
/// <param name="ThresholdNanotesla">The least peak that the receiver shows.</param>
/// <param name="LengthMetres">Of the shortest line that must not be missed.</param>
public sealed record SweepSought(Depth Shallowest, Depth Deepest, double Milliamps, double ThresholdNanotesla, double LengthMetres)
{
    /// <summary>Height of the receiver over the ground.</summary>
    public static readonly Height Sensor = new(0.1);

    /// <summary>A grid shall meet its line often enough with this chance even at the worst angle.</summary>
    public const double Wanted = 0.93;

    /// <summary>No place farther than this from a pass counts as covered, however loud the line, metres.</summary>
    public const double MostAsideMetres = 1.5;

    /// <summary>What is usually sought in a mode, where nobody says more: from 0.4 to 1.2 m, eight metres long, with a current that such lines often carry.</summary>
    public static SweepSought Usual(SweepMode mode) => new(
        new Depth(0.4), new Depth(1.2),
        mode switch
        {
            SweepMode.Active => 10,
            SweepMode.Power => 10,
            SweepMode.Radio => 3,
            SweepMode.Cathodic => 20,
            SweepMode.Induction => 5,
        },
        mode == SweepMode.Radio ? 0.2 : 0.3, 8);

    /// <summary>What a pass hears of such a line at a depth.</summary>
    public HeardLine At(Depth depth) => new(Milliamps, depth, Sensor, ThresholdNanotesla);

    /// <summary>How far to the side it is heard wherever it may lie, metres: the lesser of shallow and deep, for it falls off on both sides; null where it is not heard at all.</summary>
    public double? HeardOutMetres => At(Shallowest).HeardOutMetres is { } shallow && At(Deepest).HeardOutMetres is { } deep ? Math.Min(shallow, deep) : null;

    /// <summary>The same as far as it counts for coverage.</summary>
    public double CoveredMetres => Math.Min(MostAsideMetres, HeardOutMetres ?? 0);

    /// <summary>Chance that a pass that crosses it meets it, at the worse of the two depths.</summary>
    public double ChanceMet => Math.Min(At(Shallowest).ChanceMet(), At(Deepest).ChanceMet());

    /// <summary>Longest step along a pass that does not step over a peak, metres.</summary>
    public double StepMetres => At(Shallowest).HalfWidthMetres(0.8);

    /// <summary>Widest spacing of passes in both directions, metres; null where no grid would do.</summary>
    public double? BothWaysMetres => PassGrid.WidestBothWays(LengthMetres, ChanceMet, Wanted);

    /// <summary>Widest spacing of passes in one direction at which a line along them is heard, metres; null where it is not heard at all.</summary>
    public double? AlongsideMetres => HeardOutMetres is { } aside ? 2 * aside : null;
}
