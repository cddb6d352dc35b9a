namespace GentleMole.Core.Lines;

/// <summary>Names and letters of the utilities.</summary>
public static class Utilities
{
    /// <summary>All kinds, the ones with a paint of their own first.</summary>
    public static IReadOnlyList<UtilityKind> All { get; } =
    [
        UtilityKind.Electric, UtilityKind.Gas, UtilityKind.Communications, UtilityKind.Water, UtilityKind.Reclaimed,
        UtilityKind.Sewer, UtilityKind.Unknown,
    ];

    /// <summary>The letter that stands on a line, so that it can be told without its colour.</summary>
    public static string Letter(UtilityKind kind) => kind switch
    {
        UtilityKind.Electric => "E",
        UtilityKind.Gas => "G",
        UtilityKind.Communications => "C",
        UtilityKind.Water => "W",
        UtilityKind.Reclaimed => "R",
        UtilityKind.Sewer => "S",
        UtilityKind.Unknown => "?",
    };

    /// <summary>
    /// The kind that a free word from another device means: its name or a plain synonym; anything else is unknown.
    /// </summary>
    public static UtilityKind FromWord(string word) => word.Trim().ToUpperInvariant() switch
    {
        "ELECTRIC" or "ELECTRICITY" or "POWER" or "E" => UtilityKind.Electric,
        "GAS" or "FUEL" or "OIL" or "G" => UtilityKind.Gas,
        "COMMUNICATIONS" or "COMMUNICATION" or "TELECOM" or "TELEPHONE" or "FIBRE" or "FIBER" or "CABLE TV" or "C" => UtilityKind.Communications,
        "WATER" or "DRINKING WATER" or "POTABLE" or "W" => UtilityKind.Water,
        "RECLAIMED" or "RECLAIMED WATER" or "IRRIGATION" or "R" => UtilityKind.Reclaimed,
        "SEWER" or "DRAIN" or "FOUL" or "STORM" or "S" => UtilityKind.Sewer,
        _ => UtilityKind.Unknown,
    };
}
