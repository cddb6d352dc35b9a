using GentleMole.Core.Lines;
using GentleMole.Core.Paint;

namespace GentleMole.Exchange.Scenes;

/// <summary>The colours themselves, for writers that have no style sheet; the style sheet's tokens carry the same, held by a test.</summary>
public static class Tints
{
    private const string Ink = "#1e1b18";
    private const string White = "#ffffff";

    /// <summary>Colour of a tint as #rrggbb; null for none.</summary>
    /// <param name="of">Whose paint; without one, paint is ink.</param>
    /// <param name="custom">Of the place, which says the paint of each utility.</param>
    public static string? Hex(Tint tint, UtilityKind? of, PaintCustom custom) => tint switch
    {
        Tint.None => null,
        Tint.Paint => of is { } kind ? Can(custom.ColourOf(kind)) : Ink,
        Tint.OnPaint => of is { } kind ? IsPale(custom.ColourOf(kind)) ? Ink : White : White,
        Tint.Ink => Ink,
        Tint.Velvet => "#23252c",
        Tint.Paper => "#f6f1e7",
        Tint.Panel => "#fbf8f2",
        Tint.White => White,
        Tint.Soil1 => "#efe8dc",
        Tint.Soil2 => "#d9cdbd",
        Tint.Soil3 => "#a58d74",
        Tint.Soil4 => "#6b5745",
        Tint.Ground1 => "#e9dfd0",
        Tint.Ground2 => "#dccfbc",
        Tint.Ground3 => "#cdbda7",
    };

    /// <summary>What is in a can, as #rrggbb.</summary>
    public static string Can(PaintColour colour) => colour switch
    {
        PaintColour.Black => Ink,
        PaintColour.Red => "#c8102e",
        PaintColour.Yellow => "#e0ac00",
        PaintColour.Orange => "#e8730c",
        PaintColour.Blue => "#1a66d6",
        PaintColour.Purple => "#7a3fa0",
        PaintColour.Green => "#1c8043",
        PaintColour.Brown => "#7a4a1e",
    };

    /// <summary>Letters on it are dark.</summary>
    public static bool IsPale(PaintColour colour) => colour is PaintColour.Yellow or PaintColour.Orange;
}
