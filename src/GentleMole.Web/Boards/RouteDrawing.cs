using System.Globalization;
using GentleMole.Core.Site;
using GentleMole.Store.Model;
using GentleMole.Web.Drawing;

namespace GentleMole.Web.Boards;

/// <summary>A day's way as a sketch: home and the stops where they lie to one another, north up, joined straight.</summary>
internal sealed class RouteDrawing
{
    public const double Width = 380;
    public const double Height = 240;
    private const double Margin = 34;

    public RouteDrawing(FirmSettings firm, BookedDay day)
    {
        var home = new SiteOrigin(firm.HomeLatitude, firm.HomeLongitude);
        var places = day.Visits.Select(v => home.ToSite(new GeoPosition(v.Place.LatitudeDegrees, v.Place.LongitudeDegrees))).Prepend(default).ToList();
        var (west, east, south, north) = (places.Min(p => p.East), places.Max(p => p.East), places.Min(p => p.North), places.Max(p => p.North));
        MetresPerPixel = Math.Max(1, Math.Max((east - west) / (Width - (2 * Margin)), (north - south) / (Height - (2 * Margin))));
        (double X, double Y) At(SitePoint p) => (
            (Width / 2) + ((p.East - ((west + east) / 2)) / MetresPerPixel), (Height / 2) - ((p.North - ((south + north) / 2)) / MetresPerPixel));
        Home = At(places[0]);
        Stops = [.. places.Skip(1).Select(At)];
    }

    public double MetresPerPixel { get; }

    public (double X, double Y) Home { get; }

    public IReadOnlyList<(double X, double Y)> Stops { get; }

    /// <summary>Points of the way there and back.</summary>
    public string Way => string.Join(' ', Stops.Prepend(Home).Append(Home).Select(p => $"{N(p.X)},{N(p.Y)}"));

    /// <summary>Length of the scale bar, metres.</summary>
    public double Bar => Ticks.Step(60 * MetresPerPixel);

    public static string N(double value) => value.ToString("0.#", CultureInfo.InvariantCulture);
}
