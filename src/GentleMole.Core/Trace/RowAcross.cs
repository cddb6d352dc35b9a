using GentleMole.Core.Pinpoint;
using GentleMole.Core.Site;

namespace GentleMole.Core.Trace;

/// <summary>Readings that an instrument took one by one across a line, put together into a row for a dot.</summary>
public static class RowAcross
{
    /// <summary>The word by which an instrument says that a reading belongs to a row and to no line.</summary>
    public const string Word = "row";

    /// <summary>Farther along the line than this a reading belongs to another row.</summary>
    private const double AlongMetres = 0.3;

    /// <summary>Farther aside than this it says nothing of the line.</summary>
    private const double AsideMetres = 3;

    /// <summary>Two readings nearer than this were taken at one place; the later one holds.</summary>
    private const double SamePlaceMetres = 0.01;

    /// <summary>True for a reading that belongs to a row.</summary>
    public static bool IsNamed(string utility) => string.Equals(utility.Trim(), Word, StringComparison.OrdinalIgnoreCase);

    /// <summary>The row across a dot, in order from left to right; empty when fewer than three readings lie there.</summary>
    /// <param name="readings">Place, peak and null, earliest first.</param>
    /// <param name="ahead">Direction of walking at the dot, of unit length.</param>
    /// <param name="heightMetres">Height of the sensor.</param>
    public static IReadOnlyList<CrossReading> Of(IEnumerable<(SitePoint Place, double Peak, double? Null)> readings, SitePoint dot, SitePoint ahead, double heightMetres)
    {
        var row = new SortedList<double, CrossReading>();
        foreach (var (place, peak, silent) in readings)
        {
            var (along, aside) = ((place - dot).Dot(ahead), (place - dot).Dot(ahead.Right));
            if (Math.Abs(along) <= AlongMetres && Math.Abs(aside) <= AsideMetres)
            {
                var offset = Math.Round(aside / SamePlaceMetres) * SamePlaceMetres;
                row[offset] = new CrossReading(Math.Round(offset, 2) + 0.0, heightMetres, peak, silent);
            }
        }

        return row.Count < 3 ? [] : [.. row.Values];
    }
}
