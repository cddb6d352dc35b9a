namespace GentleMole.Core.Hookup;

/// <summary>How a wire did.</summary>
public enum WireFinding
{
    /// <summary>Its current comes out where the line is expected.</summary>
    LeadsThere,

    /// <summary>Some of it does.</summary>
    Partly,

    /// <summary>It carries current, but elsewhere.</summary>
    LeadsElsewhere,

    /// <summary>Hardly any current goes in.</summary>
    Dead,

    /// <summary>Not walked yet: only the circuit can be compared.</summary>
    NotWalked,
}
