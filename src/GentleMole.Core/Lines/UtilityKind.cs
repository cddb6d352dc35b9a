namespace GentleMole.Core.Lines;

/// <summary>What a line carries; the place's marking code gives each its paint.</summary>
public enum UtilityKind
{
    Unknown = 0,
    Electric = 1,
    Gas = 2,
    Communications = 3,
    Water = 4,
    Reclaimed = 5,
    Sewer = 6,
}
