using System.Text;
using PdfSharp.Drawing;

namespace GentleMole.Exchange.Print;

/// <summary>Words for print: only signs that the type has, broken to a width.</summary>
internal sealed class PrintedText(XGraphics measure)
{
    private readonly Dictionary<(string Word, double Size, bool Bold), double> _widths = [];

    /// <summary>Signs of the type beyond the letters of western and middle Europe, each first and last.</summary>
    private static readonly (char First, char Last)[] Has =
    [
        (' ', '~'), ('\u00a1', '\u00ac'), ('\u00ae', '\u00b4'), ('\u00b6', '\u0107'), ('\u010a', '\u0113'), ('\u0116', '\u011b'), ('\u011e', '\u0123'), ('\u0126', '\u0127'),
        ('\u012a', '\u012b'), ('\u012e', '\u0133'), ('\u0136', '\u0137'), ('\u0139', '\u013e'), ('\u0141', '\u0148'), ('\u0150', '\u0155'), ('\u0158', '\u015b'), ('\u015e', '\u0165'),
        ('\u016a', '\u016b'), ('\u016e', '\u017e'), ('\u0218', '\u021b'), ('\u1e80', '\u1e85'), ('\u2013', '\u2014'), ('\u2018', '\u201a'), ('\u201c', '\u201e'), ('\u2022', '\u2022'),
        ('\u2026', '\u2026'), ('\u20ac', '\u20ac'), ('\u2122', '\u2122'), ('\u2212', '\u2212'),
    ];

    /// <summary>
    /// What a reader makes out of a sign that the type has not: spaces of other widths are spaces, a few signs are written out, anything else is a box that shows that
    /// something stood there.
    /// </summary>
    public static string Spelled(string text)
    {
        if (text.All(IsHeld))
        {
            return text;
        }

        var spelled = new StringBuilder(text.Length);
        foreach (var rune in text.EnumerateRunes())
        {
            _ = rune.Value switch
            {
                < char.MaxValue when IsHeld((char)rune.Value) => spelled.Append((char)rune.Value),
                '\u2192' => spelled.Append('>'),
                '\u2264' => spelled.Append("at most "),
                '\u2265' => spelled.Append("at least "),
                '\u2248' => spelled.Append("some "),
                '\u03a9' or '\u2126' => spelled.Append("ohm"),
                '\u00b5' or '\u03bc' => spelled.Append('u'),
                '\u2011' or '\u00ad' => spelled.Append('-'),
                _ when Rune.IsWhiteSpace(rune) => spelled.Append(' '),
                _ when Rune.IsControl(rune) || rune.Value is >= 0x200b and <= 0x200f or 0xfeff => spelled,
                _ => spelled.Append("[]"),
            };
        }

        return spelled.Replace("  ", " ").ToString();
    }

    private static bool IsHeld(char letter) => Array.Exists(Has, h => letter >= h.First && letter <= h.Last);

    public static XFont Font(double points, bool bold) => new(PrintFonts.Family, points, bold ? XFontStyleEx.Bold : XFontStyleEx.Regular);

    /// <summary>Width in points.</summary>
    public double Width(string text, XFont font)
    {
        var key = (text, font.Size, font.Bold);
        if (!_widths.TryGetValue(key, out var width))
        {
            _widths[key] = width = measure.MeasureString(text, font).Width;
        }

        return width;
    }

    /// <summary>Lines of text no wider than so many points; a word that is wider itself is cut.</summary>
    public IReadOnlyList<string> Lines(string text, XFont font, double width)
    {
        var (lines, line, used, space) = (new List<string>(), new StringBuilder(), 0.0, Width(" ", font));
        foreach (var word in Spelled(text).Split(' ', StringSplitOptions.RemoveEmptyEntries).SelectMany(w => Cut(w, font, width)))
        {
            var wide = Width(word, font);
            if (line.Length > 0 && used + space + wide > width)
            {
                lines.Add(line.ToString());
                (used, _) = (0, line.Clear());
            }

            used += (line.Length > 0 ? space : 0) + wide;
            line.Append(line.Length > 0 ? " " : "").Append(word);
        }

        if (line.Length > 0 || lines.Count == 0)
        {
            lines.Add(line.ToString());
        }

        return lines;
    }

    private IEnumerable<string> Cut(string word, XFont font, double width)
    {
        while (word.Length > 1 && Width(word, font) > width)
        {
            var (fits, tooMany) = (1, word.Length);
            while (tooMany - fits > 1)
            {
                var half = (fits + tooMany) / 2;
                (fits, tooMany) = measure.MeasureString(word[..half], font).Width > width ? (fits, half) : (half, tooMany);
            }

            yield return word[..fits];
            word = word[fits..];
        }

        yield return word;
    }
}
