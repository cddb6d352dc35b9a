namespace GentleMole.Core.Pinpoint;

/// <summary>What a row of readings is best described by.</summary>
public enum RowModel
{
    /// <summary>One line.</summary>
    Single = 0,

    /// <summary>A line and a neighbour.</summary>
    Pair = 1,
}
