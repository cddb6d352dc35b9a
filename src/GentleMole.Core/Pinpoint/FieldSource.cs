namespace GentleMole.Core.Pinpoint;

/// <summary>What makes the field: a long line, whose field falls as 1/D, or a sonde, as 1/D³.</summary>
public enum FieldSource
{
    Line,
    Sonde,
}
