namespace GentleMole.Core.Year;

/// <summary>An answer against the day on which it was due.</summary>
public enum AnswerTime
{
    /// <summary>Not answered, and not due yet.</summary>
    Open = 0,

    /// <summary>Answered on its day or before.</summary>
    InTime = 1,

    /// <summary>Answered afterwards.</summary>
    Late = 2,

    /// <summary>Due, and not answered.</summary>
    Overdue = 3,

    /// <summary>Nobody said when the call came: no day is due.</summary>
    Undated = 4,
}
