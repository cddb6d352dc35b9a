namespace GentleMole.Core.Yards;

/// <summary>What a score is made of.</summary>
public enum YardPart
{
    /// <summary>How near the marks lie, and how much of the line has one.</summary>
    Position = 0,

    /// <summary>How near their depths are.</summary>
    Depth = 1,

    /// <summary>How many of them are on what was sought.</summary>
    RightLine = 2,

    /// <summary>What was answered of each utility.</summary>
    Answers = 3,

    /// <summary>Nobody was put in danger.</summary>
    Safety = 4,

    /// <summary>How it was done.</summary>
    Method = 5,
}
