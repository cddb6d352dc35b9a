using GentleMole.Core.Lines;
using GentleMole.Core.Pinpoint;
using GentleMole.Core.Site;

namespace GentleMole.Core.Identify;

/// <summary>What was read at a dot. Offsets lie on a tape across, zero at the position, right of the walk positive.</summary>
/// <param name="Position">Zero of the tape.</param>
/// <param name="Walking">Way of walking, along the line; the blade is across it.</param>
/// <param name="PeakOffsetMetres">Where the response peaks: there the dot is.</param>
public sealed record ObservedDot(SitePoint Position, Azimuth Walking, double PeakOffsetMetres)
{
    /// <summary>How far a lift test raises the receiver, metres.</summary>
    public const double LiftMetres = 0.3;

    /// <summary>Where the null is, on the tape.</summary>
    public double? NullOffsetMetres { get; init; }

    /// <summary>Depth to the centre that the receiver shows.</summary>
    public Depth? Depth { get; init; }

    /// <summary>Current that it shows.</summary>
    public double? CurrentMilliamps { get; init; }

    /// <summary>Way of the current; null where it was not read.</summary>
    public CurrentWay? Way { get; init; }

    /// <summary>Direction of the line by the compass of the receiver; it has no head.</summary>
    public Azimuth? Direction { get; init; }

    /// <summary>Response at the peak, nT; null where the receiver is not calibrated.</summary>
    public double? PeakNanotesla { get; init; }

    /// <summary>Rise of the depth over the lift; 1 in a clean field.</summary>
    public double? LiftRatio { get; init; }

    /// <summary>Response with the blade along the walk, as a part of that across; 0 in a clean field.</summary>
    public double? SidewaysFraction { get; init; }

    /// <summary>A row across, nT; empty where none was taken.</summary>
    public IReadOnlyList<CrossReading> Readings { get; init; } = [];

    /// <summary>True where the row is on a scale of the receiver's own: then its shape counts, not its size.</summary>
    public bool IsRowRelative { get; init; }

    /// <summary>Right of the walk, a unit vector.</summary>
    public SitePoint Across => Walking.Direction.Right;

    /// <summary>The dot itself.</summary>
    public SitePoint Dot => At(PeakOffsetMetres);

    /// <summary>A place on the tape.</summary>
    public SitePoint At(double offsetMetres) => Position + (Across * offsetMetres);
}
