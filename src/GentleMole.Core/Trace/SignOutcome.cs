namespace GentleMole.Core.Trace;

/// <summary>What a sign says.</summary>
public enum SignOutcome
{
    /// <summary>As expected.</summary>
    Agrees,

    /// <summary>Does not agree.</summary>
    Disagrees,

    /// <summary>Does not agree, but would not be expected to at this place (stake, bend, tee, end).</summary>
    ExcusedHere,
}
