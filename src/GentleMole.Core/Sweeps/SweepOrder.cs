using GentleMole.Core.Site;

namespace GentleMole.Core.Sweeps;

/// <summary>A sweep as it is asked for.</summary>
/// <param name="Area">Corners of what is swept; empty for a way round a place.</param>
/// <param name="Centre">The place that is gone round; of no meaning for an area.</param>
/// <param name="RadiusMetres">Of the circle, or half the side of the box.</param>
/// <param name="Along">Along which the first passes run: for a circle, where it begins.</param>
/// <param name="Degrees">How far round a circle.</param>
/// <param name="SpacingMetres">Between passes of an area.</param>
/// <param name="IsBothWays">Whether an area is walked square to the first passes too.</param>
public sealed record SweepOrder(
    SweepKind Kind, SweepMode Mode, IReadOnlyList<SitePoint> Area, SitePoint Centre, double RadiusMetres, Azimuth Along, double Degrees, double SpacingMetres, bool IsBothWays)
{
    /// <summary>Radius at which a hookup is usually gone round, metres.</summary>
    public const double UsualRadiusMetres = 8;

    /// <summary>True for what goes round a place.</summary>
    public bool IsRound => Kind is SweepKind.Circle or SweepKind.Box;

    /// <summary>Its passes, in the order in which they are walked.</summary>
    public IReadOnlyList<SweepPass> Passes(IReadOnlyList<IReadOnlyList<SitePoint>> obstacles) => Kind switch
    {
        SweepKind.Circle => SweepLayout.Circle(Centre, RadiusMetres, Along, Degrees, Mode),
        SweepKind.Box => SweepLayout.Box(Centre, RadiusMetres, Along, Mode),
        SweepKind.Grid or SweepKind.WalkedTransmitter or SweepKind.Last => SweepLayout.Grid(Area, obstacles, Along, SpacingMetres, IsBothWays, Mode),

        // A pair of transmitter and receiver is deaf to a line that it walks along; turned passes find it.
        SweepKind.TwoPeople =>
        [
            .. SweepLayout.Grid(Area, obstacles, Along, SpacingMetres, IsBothWays, Mode),
            .. SweepLayout.Grid(Area, obstacles, Along.Turned(45), SpacingMetres, IsBothWays, Mode),
        ],
    };
}
