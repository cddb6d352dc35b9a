namespace GentleMole.Core.Marking;

/// <summary>What the person who digs is told about one utility.</summary>
public enum LineAnswer
{
    /// <summary>None yet.</summary>
    Pending = 0,

    /// <summary>Marked on the ground.</summary>
    Marked = 1,

    /// <summary>Not in the dig.</summary>
    Clear = 2,

    /// <summary>Sought and not found.</summary>
    NotFound = 3,

    /// <summary>Passed on to its owner.</summary>
    Escalated = 4,
}
