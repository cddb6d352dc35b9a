using GentleMole.Core.Lines;
using GentleMole.Core.Site;

namespace GentleMole.Core.Sonde;

/// <summary>What was read of a sonde at one stop of the push, as a hand takes it: from the strongest place out to the nulls.</summary>
/// <param name="Strongest">Where it was heard most.</param>
/// <param name="AheadMetres">From there to the null ahead, in the direction of pushing; null without nulls.</param>
/// <param name="BehindMetres">From there to the null behind.</param>
/// <param name="Sensor">Height of the receiver.</param>
/// <param name="ShownMetres">Depth shown, below its tip.</param>
/// <param name="TurnedMetres">Depth shown turned round.</param>
/// <param name="Level">Level there, for a fix by strength.</param>
/// <param name="LiftedLevel">Level with the receiver lifted.</param>
/// <param name="LiftedSensor">Height to which it was lifted.</param>
/// <param name="Ahead">Which way the pipe runs there, in the direction of pushing; null where nobody knows.</param>
/// <param name="OffLineMetres">How far the strongest place lies beside the line from null to null, where all three are places; null where they are distances.</param>
public sealed record SondeEntry(
    SitePoint Strongest, double? AheadMetres, double? BehindMetres, Height Sensor, double? ShownMetres, double? TurnedMetres, double? Level, double? LiftedLevel, Height? LiftedSensor, Azimuth? Ahead,
    double? OffLineMetres = null)
{
    /// <summary>True when nulls were found.</summary>
    public bool HasNulls => AheadMetres is not null && BehindMetres is not null;

    /// <summary>True when the level was read on the ground and lifted.</summary>
    public bool HasLift => Level is not null && LiftedLevel is not null && LiftedSensor is not null;
}
