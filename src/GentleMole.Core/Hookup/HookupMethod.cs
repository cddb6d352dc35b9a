namespace GentleMole.Core.Hookup;

/// <summary>How the signal is put on the line.</summary>
public enum HookupMethod
{
    /// <summary>A lead clipped to the line, the other to a stake.</summary>
    Direct = 0,

    /// <summary>A clamp round the line; both its ends must be earthed.</summary>
    Clamp = 1,

    /// <summary>From the surface by the transmitter's coil.</summary>
    Induction = 2,

    /// <summary>No transmitter: what already flows.</summary>
    Passive = 3,
}
