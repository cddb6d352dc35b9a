namespace GentleMole.Core.Sweeps;

/// <summary>Ways to sweep a place.</summary>
public enum SweepKind
{
    /// <summary>Once round the hookup, or a part of the way round: every response counts, not just the first.</summary>
    Circle = 0,

    /// <summary>A square box round the hookup between obstacles, its sides square to the line that is expected.</summary>
    Box = 1,

    /// <summary>An area back and forth, in both directions.</summary>
    Grid = 2,

    /// <summary>Two people some 15 m apart walk in step, transmitter and receiver; both directions, then both again turned by 45°.</summary>
    TwoPeople = 3,

    /// <summary>The receiver stays on a known line at high gain while the transmitter is walked over the area.</summary>
    WalkedTransmitter = 4,

    /// <summary>Once more passively when all is done: what nobody knew of.</summary>
    Last = 5,
}
