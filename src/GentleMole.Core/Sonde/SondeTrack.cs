using System.Globalization;
using GentleMole.Core.Lines;
using GentleMole.Core.Site;

namespace GentleMole.Core.Sonde;

/// <summary>What a receiver sent while it was walked along a pipe over a sonde: levels by their places, brought onto a run.</summary>
/// <param name="Zero">Place of the loudest level: zero of the row.</param>
/// <param name="Ahead">Which way its numbers grow.</param>
/// <param name="Readings">Of the row.</param>
public sealed record SondeTrack(SitePoint Zero, Azimuth Ahead, IReadOnlyList<SondeReading> Readings)
{
    /// <summary>The word by which an instrument says that a reading is of a sonde; the cable paid out follows it, in metres: "sonde 12.5".</summary>
    public const string Word = "sonde";

    private const double AsideMetres = 1;

    /// <summary>Cable that such a reading names; null where it is none.</summary>
    public static double? CableOf(string utility) =>
        utility.Trim().Split(' ', StringSplitOptions.RemoveEmptyEntries) is [var first, var cable] && string.Equals(first, Word, StringComparison.OrdinalIgnoreCase)
        && double.TryParse(cable, NumberStyles.Float, CultureInfo.InvariantCulture, out var metres) && SondeRules.Paid.Hold(metres) ? metres : null;

    /// <summary>The word for a length of cable.</summary>
    public static string WordFor(double cableMetres) => string.Create(CultureInfo.InvariantCulture, $"{Word} {cableMetres:0.##}");

    /// <summary>A row from places and levels of both coils; null where they lie in no row.</summary>
    /// <param name="sent">Place, level of the coil along the pipe, level of the upright coil.</param>
    /// <param name="ahead">Which way the pipe runs, where it is known; else the way along which the places lie.</param>
    /// <param name="sensor">Height of the receiver's lower coil.</param>
    public static SondeTrack? Of(IReadOnlyList<(SitePoint Place, double Along, double? Up)> sent, Azimuth? ahead, Height sensor)
    {
        if (sent.Count < SondeRules.FewestReadings)
        {
            return null;
        }

        var zero = sent.MaxBy(s => s.Along).Place;
        var way = LongestWay(sent) is var longest && ahead is { } known && longest.Dot(known.Direction) < 0 ? longest * -1 : longest;
        List<SondeReading> readings = [.. sent.Where(s => Math.Abs((s.Place - zero).Dot(way.Right)) < AsideMetres)
            .Select(s => new SondeReading(Math.Round((s.Place - zero).Dot(way), 3), sensor, s.Along, s.Up)).OrderBy(r => r.AlongMetres)];
        return readings.Count < SondeRules.FewestReadings ? null : new SondeTrack(zero, way.Azimuth, readings);
    }

    /// <summary>Direction in which places spread most: the greater axis of their moments.</summary>
    private static SitePoint LongestWay(IReadOnlyList<(SitePoint Place, double Along, double? Up)> sent)
    {
        var (east, north) = (sent.Average(s => s.Place.East), sent.Average(s => s.Place.North));
        double ee = 0, nn = 0, en = 0;
        foreach (var (place, _, _) in sent)
        {
            var (e, n) = (place.East - east, place.North - north);
            (ee, nn, en) = (ee + (e * e), nn + (n * n), en + (e * n));
        }

        var angle = Math.Atan2(2 * en, ee - nn) / 2;
        var way = new SitePoint(Math.Cos(angle), Math.Sin(angle));
        return way.Dot(sent[^1].Place - sent[0].Place) < 0 ? way * -1 : way;
    }
}
