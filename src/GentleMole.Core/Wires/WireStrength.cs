namespace GentleMole.Core.Wires;

/// <summary>How a signal that was put on a wire is heard at a valve.</summary>
public enum WireStrength
{
    /// <summary>Nobody has listened there.</summary>
    Unknown = 0,

    /// <summary>Not heard.</summary>
    None = 1,

    /// <summary>Heard, but far weaker than elsewhere: it comes over from a neighbour.</summary>
    Weak = 2,

    /// <summary>As strong as on the wire itself.</summary>
    Strong = 3,
}
