namespace GentleMole.Core.Paint;

/// <summary>Paint that is to be had. White is the dig's own and pink the surveyor's; no utility gets them.</summary>
public enum PaintColour
{
    /// <summary>Where nobody knows what a line carries.</summary>
    Black = 0,

    /// <summary>Red.</summary>
    Red = 1,

    /// <summary>Yellow.</summary>
    Yellow = 2,

    /// <summary>Orange.</summary>
    Orange = 3,

    /// <summary>Blue.</summary>
    Blue = 4,

    /// <summary>Purple.</summary>
    Purple = 5,

    /// <summary>Green.</summary>
    Green = 6,

    /// <summary>Brown.</summary>
    Brown = 7,
}
