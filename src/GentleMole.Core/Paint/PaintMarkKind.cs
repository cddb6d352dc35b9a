namespace GentleMole.Core.Paint;

/// <summary>What is put on the ground.</summary>
public enum PaintMarkKind
{
    /// <summary>A dash along the line.</summary>
    Dash = 0,

    /// <summary>A bar across the line where it is known to end.</summary>
    End = 1,

    /// <summary>An arrow where the marks end and the line goes on.</summary>
    GoesOn = 2,

    /// <summary>Two short strokes that meet where it turns.</summary>
    Bend = 3,

    /// <summary>A stroke away from it where another goes off.</summary>
    Tee = 4,

    /// <summary>Letters and figures beside it.</summary>
    Label = 5,

    /// <summary>A question mark: here it is not sure.</summary>
    Query = 6,

    /// <summary>A stake or flag in its place, where paint does not hold.</summary>
    Stake = 7,
}
