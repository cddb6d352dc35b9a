using GentleMole.Core.Site;
using NetTopologySuite.Geometries;

namespace GentleMole.Exchange;

/// <summary>Features as geometries of WGS84, longitude before latitude, nine decimals (a tenth of a millimetre).</summary>
internal static class OnEarth
{
    public static GeometryFactory Factory { get; } = new(new PrecisionModel(1e9), 4326);

    public static Geometry Shape(ExportFeature feature, SiteOrigin origin)
    {
        var points = feature.Points.Select(p => At(p, origin)).ToArray();
        return feature.Shape switch
        {
            ExportShape.Point => Factory.CreatePoint(points[0]),
            ExportShape.Line => Factory.CreateLineString(points),
            ExportShape.Area => Factory.CreatePolygon([.. points, points[0]]),
        };
    }

    private static Coordinate At(SitePoint point, SiteOrigin origin)
    {
        var geo = origin.ToGeo(point);
        return new Coordinate(Math.Round(geo.LongitudeDegrees, 9), Math.Round(geo.LatitudeDegrees, 9));
    }
}
