namespace GentleMole.Core.Paint;

/// <summary>What a photograph of marks shows.</summary>
public enum PaintShotKind
{
    /// <summary>The marks along, with something that stays in the picture.</summary>
    Along = 0,

    /// <summary>Where two lines cross.</summary>
    Crossing = 1,

    /// <summary>A stake beside a line, with the tape to it.</summary>
    Offset = 2,

    /// <summary>Where the marks ask.</summary>
    Doubt = 3,
}
