namespace GentleMole.Core.Hookup;

/// <summary>How a second hookup differs from those that were made.</summary>
public enum SecondWay
{
    /// <summary>It sends from elsewhere on the line, best from its far end.</summary>
    FarEnd,

    /// <summary>The same connection, its stake elsewhere.</summary>
    OtherStake,

    /// <summary>The same connection at another frequency.</summary>
    OtherFrequency,
}
