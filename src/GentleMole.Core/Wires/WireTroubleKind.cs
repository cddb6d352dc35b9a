namespace GentleMole.Core.Wires;

/// <summary>What does not fit.</summary>
public enum WireTroubleKind
{
    /// <summary>A valve that no station wire reaches, though every wire was listened for there.</summary>
    ValveWithoutWire = 0,

    /// <summary>A wire that reaches no valve.</summary>
    WireWithoutValve = 1,

    /// <summary>Two station wires lead to one valve: one is a spare, or they are joined.</summary>
    TwoWiresOneValve = 2,

    /// <summary>Several wires lead to several valves: they touch, or a common was cut and joined anew.</summary>
    SeveralCommons = 3,

    /// <summary>A wire leads to some of the valves and not to others: a common that is broken between them, or a station wire that serves two.</summary>
    PartCommon = 4,
}
