namespace GentleMole.Core.Fault;

/// <summary>What is wrong with a wire.</summary>
public enum WireFaultKind
{
    /// <summary>Nothing that a meter shows.</summary>
    None = 0,

    /// <summary>Broken.</summary>
    Open = 1,

    /// <summary>It touches its return.</summary>
    Short = 2,

    /// <summary>It touches earth: bare copper at a splice, or a nick.</summary>
    Earth = 3,

    /// <summary>Too much in the loop: a bad splice, or a coil that is dying.</summary>
    Weak = 4,

    /// <summary>Too little was measured to say.</summary>
    Unknown = 5,
}
