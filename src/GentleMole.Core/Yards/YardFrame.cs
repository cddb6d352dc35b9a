using GentleMole.Core.Site;

namespace GentleMole.Core.Yards;

/// <summary>How a yard lies: turned, perhaps mirrored, and moved, so that nobody learns its plan by heart.</summary>
/// <param name="Turn">Where the yard's own north points.</param>
/// <param name="IsMirrored">East and west change sides before it is turned.</param>
public sealed record YardFrame(Azimuth Turn, bool IsMirrored, SitePoint Origin)
{
    /// <summary>Drawn from a seed.</summary>
    public static YardFrame Drawn(YardDraw draw)
    {
        ArgumentNullException.ThrowIfNull(draw);
        return new YardFrame(Azimuth.Of(draw.Between(0, 360)), draw.Chance(0.5), new SitePoint(draw.Between(20, 60), draw.Between(20, 60)));
    }

    /// <summary>A place of the yard's own plan, on the site; to a centimetre, as people write places.</summary>
    public SitePoint At(double east, double north)
    {
        var (ahead, right) = (Turn.Direction, Turn.Direction.Right * (IsMirrored ? -1 : 1));
        var place = Origin + (right * east) + (ahead * north);
        return new SitePoint(Math.Round(place.East, 2), Math.Round(place.North, 2));
    }

    /// <summary>Several of them.</summary>
    public IReadOnlyList<SitePoint> Of(params ReadOnlySpan<(double East, double North)> places)
    {
        var of = new SitePoint[places.Length];
        for (var i = 0; i < places.Length; i++)
        {
            of[i] = At(places[i].East, places[i].North);
        }

        return of;
    }
}
