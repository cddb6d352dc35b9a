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

    /// <summary>A stake or flag on the line, where paint does not hold.</summary>
    Stake = 7,

    /// <summary>A stake beside it, out of the way of works, with how far it is to the line.</summary>
    OffsetStake = 8,

    /// <summary>The dot that was found, with a short stroke that shows which way the line runs there.</summary>
    Tick = 9,

    /// <summary>A tee that was seen at a dot, of which no branch was followed: it asks.</summary>
    TeeNotFollowed = 10,
}
