namespace GentleMole.Core.Marking;

/// <summary>What the person who digs is told about one utility.</summary>
public enum LineAnswer
{
    Pending,
    Marked,
    Clear,
    NotFound,
    Escalated,
}
