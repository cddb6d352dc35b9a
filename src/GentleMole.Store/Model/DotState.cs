namespace GentleMole.Store.Model;

/// <summary>What the person decided about a dot.</summary>
public enum DotState
{
    /// <summary>Read, not yet decided.</summary>
    Taken = 0,

    /// <summary>Marked: the line goes through it.</summary>
    Accepted = 1,

    /// <summary>Kept as evidence; the line does not go through it.</summary>
    Doubtful = 2,
}
