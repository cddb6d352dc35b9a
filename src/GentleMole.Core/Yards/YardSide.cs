namespace GentleMole.Core.Yards;

/// <summary>Where the line lies, seen by one who faces ahead.</summary>
public enum YardSide
{
    /// <summary>Right under, or it cannot be told.</summary>
    None = 0,

    /// <summary>To the left.</summary>
    Left = 1,

    /// <summary>To the right.</summary>
    Right = 2,
}
