namespace GentleMole.Core.Trace;

/// <summary>What two passes over one stretch say together.</summary>
public enum PassFinding
{
    /// <summary>They do not pass the same places.</summary>
    NothingInCommon,

    /// <summary>One line: both may be marked.</summary>
    Same,

    /// <summary>One line, but by which line it is not the one that is wanted: both were fooled alike.</summary>
    BothElsewhere,

    /// <summary>They part, and the first is the better.</summary>
    FirstHolds,

    /// <summary>They part, and the second is the better.</summary>
    SecondHolds,

    /// <summary>They part, and neither is better.</summary>
    NeitherHolds,
}
