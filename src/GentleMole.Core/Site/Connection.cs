namespace GentleMole.Core.Site;

/// <summary>How a signal may be put on here; in order of preference.</summary>
public enum Connection
{
    /// <summary>A clip on metal.</summary>
    Direct,

    /// <summary>A clamp round it.</summary>
    Clamp,

    /// <summary>A clip on its tracer wire.</summary>
    TracerWire,

    /// <summary>A sonde pushed in.</summary>
    Sonde,

    /// <summary>No way to put a signal on.</summary>
    None,
}
