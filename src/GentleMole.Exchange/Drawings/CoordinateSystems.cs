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

    /// <summary>Systems that need no definition: WGS84, its UTM zones (32601–32660, 32701–32760), web Mercator.</summary>
    public static bool IsKnown(string name) => Code(name) is 4326 or 3857 or (>= 32601 and <= 32660) or (>= 32701 and <= 32760);

    /// <summary>A way from x and y of a system to the site; a refusal at <c>system</c>.</summary>
    public static Result<Func<SitePoint, SitePoint>> ToSite(string system, SiteOrigin origin)
    {
        try
        {
            if (Code(system) == 4326)
            {
                return (Func<SitePoint, SitePoint>)(p => origin.ToSite(Geo(p.North, p.East)));
            }

            var source = Code(system) switch
            {
                3857 => ProjectedCoordinateSystem.WebMercator,
                >= 32601 and <= 32660 and var north => ProjectedCoordinateSystem.WGS84_UTM(north - 32600, true),
                >= 32701 and <= 32760 and var south => ProjectedCoordinateSystem.WGS84_UTM(south - 32700, false),
                null when system.Contains('[', StringComparison.Ordinal) => new CoordinateSystemFactory().CreateFromWkt(system),
                _ => null,
            };
            if (source is null)
            {
                return new FieldError("system", $"“{Short(system)}” is not known here. WGS84 (4326), its UTM zones (326xx, 327xx) and 3857 are; else fit the drawing by two points.");
            }

            var transform = Transformations.CreateFromCoordinateSystems(source, GeographicCoordinateSystem.WGS84).MathTransform;
            return (Func<SitePoint, SitePoint>)(p =>
            {
                var (longitude, latitude) = transform.Transform(p.East, p.North);
                return origin.ToSite(Geo(latitude, longitude));
            });
        }
        // The library throws what it happens to meet in a definition that it cannot read.
        catch (SystemException)
        {
            return new FieldError("system", $"The coordinate system “{Short(system)}” cannot be used. Fit the drawing by two points.");
        }
    }

    private static GeoPosition Geo(double latitude, double longitude) => Math.Abs(latitude) <= 90 && Math.Abs(longitude) <= 360
        ? new GeoPosition(latitude, longitude)
        : throw new DrawingException("A coordinate in it is no latitude or longitude; choose another coordinate system.");

    private static int? Code(string name) =>
        name.StartsWith("EPSG:", StringComparison.OrdinalIgnoreCase) && int.TryParse(name.AsSpan(5), NumberStyles.None, CultureInfo.InvariantCulture, out var code)
            ? code
            : null;

    private static string Short(string text) => text.Length > 40 ? text[..40] + "…" : text;
}
