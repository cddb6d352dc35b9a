using System.Globalization;
using System.Text.RegularExpressions;

namespace GentleMole.Core.Handover;

/// <summary>A signature drawn on a field: strokes of straight pieces, in the units of the field, right and down.</summary>
public sealed partial record Signature(IReadOnlyList<IReadOnlyList<(int Right, int Down)>> Strokes)
{
    /// <summary>Of the field.</summary>
    public const int Width = 600;

    /// <summary>Of the field.</summary>
    public const int Height = 200;

    /// <summary>Longer than any hand writes.</summary>
    public const int MostCharacters = 20_000;

    /// <summary>Reads SVG path data of moves and lines in whole numbers, as the field gives it; an empty text is no signature.</summary>
    /// <returns>Null where it is something else, or leaves the field.</returns>
    public static Signature? Read(string text)
    {
        ArgumentNullException.ThrowIfNull(text);
        if (text.Length > MostCharacters || !Path().IsMatch(text))
        {
            return null;
        }

        var strokes = new List<IReadOnlyList<(int, int)>>();
        foreach (var stroke in text.Split('M', StringSplitOptions.RemoveEmptyEntries))
        {
            var points = stroke.Split('L').Select(p => p.Split(',')).Select(p => (Right: int.Parse(p[0], CultureInfo.InvariantCulture), Down: int.Parse(p[1], CultureInfo.InvariantCulture))).ToList();
            if (points.Exists(p => p.Right > Width || p.Down > Height))
            {
                return null;
            }

            strokes.Add(points);
        }

        return new Signature(strokes);
    }

    [GeneratedRegex(@"^(M\d{1,3},\d{1,3}(L\d{1,3},\d{1,3})*)*$", RegexOptions.CultureInvariant | RegexOptions.NonBacktracking)]
    private static partial Regex Path();
}
