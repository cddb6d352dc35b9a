namespace GentleMole.Core;

/// <summary>What a person may do with a result.</summary>
public enum Verdict
{
    /// <summary>The signs agree: it may be used.</summary>
    Sound = 0,

    /// <summary>Something is missing or does not agree: use only with what the reasons say.</summary>
    Caution = 1,

    /// <summary>Do not use it.</summary>
    Reject = 2,
}
