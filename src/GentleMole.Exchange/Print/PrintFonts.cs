using PdfSharp.Fonts;

namespace GentleMole.Exchange.Print;

/// <summary>The type that ships with the application, embedded into what is printed: no font of a machine is asked for.</summary>
internal sealed class PrintFonts : IFontResolver
{
    public const string Family = "Atkinson Hyperlegible Next";
    private const string Regular = "atkinson-400.ttf";
    private const string Bold = "atkinson-700.ttf";
    private static readonly Lock Once = new();

    /// <summary>Tells the library, once in a process.</summary>
    public static void Ready()
    {
        lock (Once)
        {
            GlobalFontSettings.FontResolver ??= new PrintFonts();
        }
    }

    public FontResolverInfo? ResolveTypeface(string familyName, bool isBold, bool isItalic) => new(isBold ? Bold : Regular);

    public byte[]? GetFont(string faceName)
    {
        using var stream = typeof(PrintFonts).Assembly.GetManifestResourceStream(faceName)!;
        var font = new byte[stream.Length];
        stream.ReadExactly(font);
        return font;
    }
}
