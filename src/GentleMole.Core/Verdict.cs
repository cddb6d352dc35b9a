namespace GentleMole.Core;

/// <summary>What a person may do with a result.</summary>
public enum Verdict
{
    /// <summary>The signs agree: it may be used.</summary>
    Sound,

    /// <summary>Something is missing or does not agree: use only with what the reasons say.</summary>
    Caution,

    /// <summary>Do not use it.</summary>
    Reject,
}
