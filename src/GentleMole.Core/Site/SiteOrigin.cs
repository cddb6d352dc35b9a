namespace GentleMole.Core.Site;

/// <summary>
/// Ties the site frame to the earth: the site's east and north axes are those of the plane that touches the WGS84
/// ellipsoid at the origin. Textbook conversion east-north-up ↔ earth-centred ↔ geodetic; exact to the millimetre over
/// the few kilometres of a site.
/// </summary>
public sealed record SiteOrigin(double LatitudeDegrees, double LongitudeDegrees)
{
    private const double SemiMajor = 6378137.0;
    private const double Flattening = 1 / 298.257223563;
    private const double E2 = Flattening * (2 - Flattening);

    /// <summary>Site metres to latitude and longitude.</summary>
    public GeoPosition ToGeo(SitePoint point)
    {
        var (sinLat, cosLat, sinLon, cosLon) = Angles();
        var (x0, y0, z0) = Centred();
        var x = x0 - (sinLon * point.East) - (sinLat * cosLon * point.North);
        var y = y0 + (cosLon * point.East) - (sinLat * sinLon * point.North);
        var z = z0 + (cosLat * point.North);
        var longitude = Math.Atan2(y, x);
        var p = Math.Sqrt((x * x) + (y * y));
        var latitude = Math.Atan2(z, p * (1 - E2));
        for (var i = 0; i < 6; i++)
        {
            var n = SemiMajor / Math.Sqrt(1 - (E2 * Math.Sin(latitude) * Math.Sin(latitude)));
            latitude = Math.Atan2(z + (E2 * n * Math.Sin(latitude)), p);
        }

        return new GeoPosition(latitude * 180 / Math.PI, longitude * 180 / Math.PI);
    }

    /// <summary>Latitude and longitude to site metres (the height above the plane is dropped).</summary>
    public SitePoint ToSite(GeoPosition position)
    {
        var (sinLat, cosLat, sinLon, cosLon) = Angles();
        var (x0, y0, z0) = Centred();
        var there = new SiteOrigin(position.LatitudeDegrees, position.LongitudeDegrees).Centred();
        var (dx, dy, dz) = (there.X - x0, there.Y - y0, there.Z - z0);
        return new SitePoint(
            (-sinLon * dx) + (cosLon * dy),
            (-sinLat * cosLon * dx) - (sinLat * sinLon * dy) + (cosLat * dz));
    }

    private (double SinLat, double CosLat, double SinLon, double CosLon) Angles()
    {
        var (lat, lon) = (LatitudeDegrees * Math.PI / 180, LongitudeDegrees * Math.PI / 180);
        return (Math.Sin(lat), Math.Cos(lat), Math.Sin(lon), Math.Cos(lon));
    }

    private (double X, double Y, double Z) Centred()
    {
        var (sinLat, cosLat, sinLon, cosLon) = Angles();
        var n = SemiMajor / Math.Sqrt(1 - (E2 * sinLat * sinLat));
        return (n * cosLat * cosLon, n * cosLat * sinLon, n * (1 - E2) * sinLat);
    }
}
