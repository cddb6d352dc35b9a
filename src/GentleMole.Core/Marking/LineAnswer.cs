namespace GentleMole.Core.Marking;

/// <summary>What the person who digs is told about one utility.</summary>
public enum LineAnswer
{
    Pending = 0,
    Marked = 1,
    Clear = 2,
    NotFound = 3,
    Escalated = 4,
}
