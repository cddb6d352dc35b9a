using GentleMole.Core.Lines;

namespace GentleMole.Exchange.Scenes;

/// <summary>The colours themselves, for writers that have no style sheet; the style sheet's tokens carry the same, held by a test.</summary>
public static class Tints
{
    /// <summary>Colour of a tint as #rrggbb; null for none.</summary>
    /// <param name="of">Whose paint; without one, paint is ink.</param>
    public static string? Hex(Tint tint, UtilityKind? of) => tint switch
    {
        Tint.None => null,
        Tint.Paint => of is { } kind ? Paint(kind) : "#1e1b18",
        Tint.OnPaint => of is UtilityKind.Gas or UtilityKind.Communications ? "#1e1b18" : "#ffffff",
        Tint.Ink => "#1e1b18",
        Tint.Velvet => "#23252c",
        Tint.Paper => "#f6f1e7",
        Tint.Panel => "#fbf8f2",
        Tint.White => "#ffffff",
        Tint.Soil1 => "#efe8dc",
        Tint.Soil2 => "#d9cdbd",
        Tint.Soil3 => "#a58d74",
        Tint.Soil4 => "#6b5745",
        Tint.Ground1 => "#e9dfd0",
        Tint.Ground2 => "#dccfbc",
        Tint.Ground3 => "#cdbda7",
    };

    /// <summary>Paint of a utility as #rrggbb.</summary>
    public static string Paint(UtilityKind kind) => kind switch
    {
        UtilityKind.Electric => "#c8102e",
        UtilityKind.Gas => "#e0ac00",
        UtilityKind.Communications => "#e8730c",
        UtilityKind.Water => "#1a66d6",
        UtilityKind.Reclaimed => "#7a3fa0",
        UtilityKind.Sewer => "#1c8043",
        UtilityKind.Unknown => "#1e1b18",
    };
}
