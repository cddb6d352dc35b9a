namespace GentleMole.Core.Site;

/// <summary>How a signal may be put on here; in order of preference.</summary>
public enum Connection
{
    Direct,
    Clamp,
    TracerWire,
    Sonde,
    None,
}
