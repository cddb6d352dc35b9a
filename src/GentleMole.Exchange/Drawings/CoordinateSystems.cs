using System.Globalization;
using GentleMole.Core;
using GentleMole.Core.Site;
using ProjNet.CoordinateSystems;
using ProjNet.CoordinateSystems.Transformations;

namespace GentleMole.Exchange.Drawings;

/// <summary>Turns coordinates of a drawing into latitude and longitude.</summary>
public static class CoordinateSystems
{
    public const string Wgs84 = "EPSG:4326";

    private static readonly CoordinateTransformationFactory Transformations = new();
    private static readonly CoordinateSystemFactory Factory = new();

    /// <summary>An EPSG name out of the ways in which files write it: <c>urn:ogc:def:crs:EPSG::32630</c>, <c>epsg:32630</c>.</summary>
    public static string NameOf(string text)
    {
        if (text.Contains("CRS84", StringComparison.OrdinalIgnoreCase))
        {
            return Wgs84;
        }

        var digits = new string([.. text.Reverse().TakeWhile(char.IsDigit).Reverse()]);
        return digits.Length > 0 ? "EPSG:" + digits : text;
    }

    /// <summary>True for systems that are known here by their number alone.</summary>
    public static bool IsKnown(string name) => Code(name) is { } code && (IsOfWgs84(code) || KnownSystems.Find(code) is not null);

    /// <summary>A way from x and y of a system to the site; a refusal at <c>system</c>.</summary>
    /// <param name="system">EPSG name or well-known text.</param>
    public static Result<LaidSystem> ToSite(string system, SiteOrigin origin)
    {
        if (system.Length > Wkt.Most || (system.Contains('[', StringComparison.Ordinal) && !Wkt.IsWellFormed(system)))
        {
            return new FieldError("system", "The file describes its coordinate system in a way that cannot be read. Fit the drawing by two points.");
        }

        try
        {
            if (Code(system) == 4326)
            {
                return new LaidSystem("WGS 84", null, 0, p => origin.ToSite(Geo(p.North, p.East)));
            }

            var resolved = Resolve(system);
            if (!resolved.IsGood)
            {
                return resolved.Errors.ToList();
            }

            var (name, shift, accuracy, source) = resolved.Value;
            var transform = Transformations.CreateFromCoordinateSystems(source, GeographicCoordinateSystem.WGS84).MathTransform;
            return new LaidSystem(name, shift, accuracy, p =>
            {
                var (longitude, latitude) = transform.Transform(p.East, p.North);
                return origin.ToSite(Geo(latitude, longitude));
            });
        }
        // The library throws what it happens to meet in a definition that it cannot read.
        catch (Exception error) when (error is not OutOfMemoryException)
        {
            return new FieldError("system", $"The coordinate system “{Short(NameIn(system))}” cannot be used. Fit the drawing by two points.");
        }
    }

    private static Result<Resolved> Resolve(string system)
    {
        var code = Code(system) ?? Wkt.CodeOf(system);
        if (code is { } number)
        {
            CoordinateSystem? own = number switch
            {
                3857 => ProjectedCoordinateSystem.WebMercator,
                >= 32601 and <= 32660 => ProjectedCoordinateSystem.WGS84_UTM(number - 32600, true),
                >= 32701 and <= 32760 => ProjectedCoordinateSystem.WGS84_UTM(number - 32700, false),
                _ => null,
            };
            if (own is not null)
            {
                return new Resolved(own.Name, null, 0, own);
            }

            if (number != 4326 && KnownSystems.Find(number) is { } known)
            {
                return new Resolved(known.Name, known.IsShifted ? known.Operation : null, known.AccuracyMetres, Read(known.WithShift));
            }
        }

        if (!system.Contains('[', StringComparison.Ordinal))
        {
            return new FieldError("system", $"“{Short(system)}” is not known here; {KnownSystems.All.Count()} systems are, by their EPSG number: WGS84 and its UTM zones, and the grids in wide use. Fit the drawing by two points.");
        }

        var (name, datum) = (NameIn(system), Wkt.DatumOf(system));
        if (Wkt.HasShift(system))
        {
            return new Resolved(name, 0, null, Read(system));
        }

        if (datum is null)
        {
            return new FieldError("system", $"The coordinate system “{Short(name)}” cannot be used. Fit the drawing by two points.");
        }

        if (Wkt.PlainName(datum) is "wgs1984" or "wgs84" or "worldgeodeticsystem1984")
        {
            return new Resolved(name, null, 0, Read(system));
        }

        return KnownSystems.OfDatum(datum) is { } like
            ? new Resolved(name, like.IsShifted ? like.Operation : null, like.AccuracyMetres, Read(Wkt.WithShift(system, like.Shift)))
            : new FieldError("system", $"The file is in “{Short(name)}”, on a datum (“{Short(datum)}”) whose shift to WGS84 is not known here; laid as it is it could lie hundreds of metres off. Ask for it in WGS84, or fit it by two points.");
    }

    /// <summary>
    /// Reads a definition with two quotes behind its end: where the library has lost count of quotes it reads on for the closing one, and without one for ever.
    /// </summary>
    private static CoordinateSystem Read(string definition) => Factory.CreateFromWkt(definition + " \" \"");

    private static bool IsOfWgs84(int code) => code is 4326 or 3857 or (>= 32601 and <= 32660) or (>= 32701 and <= 32760);

    /// <summary>The name that a definition gives itself.</summary>
    private static string NameIn(string system) => system.Contains('"', StringComparison.Ordinal) ? system.Split('"', 3)[1].Replace('_', ' ') : system;

    private sealed record Resolved(string Name, int? Shift, double? AccuracyMetres, CoordinateSystem System);

    private static GeoPosition Geo(double latitude, double longitude) => Math.Abs(latitude) <= 90 && Math.Abs(longitude) <= 360
        ? new GeoPosition(latitude, longitude)
        : throw new DrawingException("A coordinate in it is no latitude or longitude; choose another coordinate system.");

    private static int? Code(string name) =>
        name.StartsWith("EPSG:", StringComparison.OrdinalIgnoreCase) && int.TryParse(name.AsSpan(5), NumberStyles.None, CultureInfo.InvariantCulture, out var code)
            ? code
            : null;

    private static string Short(string text) => text.Length > 40 ? text[..40] + "…" : text;
}
