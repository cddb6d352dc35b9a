namespace GentleMole.Core.Paint;

/// <summary>What becomes of paint at a place.</summary>
public enum PaintGround
{
    /// <summary>It holds.</summary>
    Holds = 0,

    /// <summary>It does not: gravel, snow, mud, high grass. Stakes or flags stand on the line.</summary>
    Loose = 1,

    /// <summary>Works drive over it and take stakes with them. Stakes stand beside, with how far it is to the line.</summary>
    Driven = 2,
}
