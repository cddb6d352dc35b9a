namespace GentleMole.Core.Lines;

/// <summary>What a line carries; the place's marking code gives each its paint.</summary>
public enum UtilityKind
{
    Unknown,
    Electric,
    Gas,
    Communications,
    Water,
    Reclaimed,
    Sewer,
}
