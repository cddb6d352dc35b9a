namespace GentleMole.Core.Handover;

/// <summary>What is otherwise on a sheet than on the one before.</summary>
public enum ClaimChangeKind
{
    /// <summary>How long it holds.</summary>
    Validity = 0,

    /// <summary>A utility came on it.</summary>
    Came = 1,

    /// <summary>A utility is no longer on it.</summary>
    Went = 2,

    /// <summary>The answer is another one.</summary>
    Answer = 3,

    /// <summary>More or less of it is marked.</summary>
    Length = 4,

    /// <summary>Its marks lie elsewhere.</summary>
    Moved = 5,

    /// <summary>Its depths are others.</summary>
    Depth = 6,

    /// <summary>More or less of it is doubtful.</summary>
    Doubt = 7,

    /// <summary>Its levels are others.</summary>
    Level = 8,
}
