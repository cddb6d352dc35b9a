namespace GentleMole.Core.Lines;

/// <summary>What a line carries; the place's marking code gives each its paint.</summary>
public enum UtilityKind
{
    /// <summary>Nobody knows: taken as dangerous.</summary>
    Unknown = 0,

    /// <summary>Power.</summary>
    Electric = 1,

    /// <summary>Gas, oil, steam.</summary>
    Gas = 2,

    /// <summary>Telephone, data, television.</summary>
    Communications = 3,

    /// <summary>Drinking water.</summary>
    Water = 4,

    /// <summary>Reclaimed water, irrigation.</summary>
    Reclaimed = 5,

    /// <summary>Foul and storm drains.</summary>
    Sewer = 6,
}
