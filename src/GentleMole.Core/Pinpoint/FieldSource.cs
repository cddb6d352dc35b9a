namespace GentleMole.Core.Pinpoint;

/// <summary>What makes the field: a long line, whose field falls as 1/D, or a sonde, as 1/D³.</summary>
public enum FieldSource
{
    /// <summary>A long line: the field falls as the distance.</summary>
    Line,

    /// <summary>A sonde: as its cube.</summary>
    Sonde,
}
