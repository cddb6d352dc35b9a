using GentleMole.Core.Notices;

namespace GentleMole.Core.Days;

/// <summary>
/// Estimate of time on site. Figures are usual practice and defaults: safety and hookup take most of it, so it grows with
/// the number of lines first, then with area and length; traffic and ground slow all walking.
/// </summary>
public static class SiteTime
{
    private const double Arrive = 15;
    private const double PerLine = 20;
    private const double PerLineWithoutMetal = 25;

    /// <summary>A passive and inductive sweep in both directions, square metres a minute at a grid of one metre.</summary>
    private const double SweptPerMinute = 40;

    /// <summary>Dots, backward check and paint along the dig, metres a minute for each line.</summary>
    private const double MarkedPerMinute = 6;
    private const double Handover = 15;
    private const double ReadingRecordsOnSite = 10;

    /// <summary>Time on site with its parts; figures of usual practice, for planning and not for billing.</summary>
    public static TimeEstimate Of(SiteWork work)
    {
        var metallic = Math.Max(0, work.Lines - work.WithoutMetal);
        var walking = new List<TimePart>
        {
            new("lines", metallic * PerLine, metallic),
            new("no-metal", work.WithoutMetal * PerLineWithoutMetal, work.WithoutMetal),
            new("sweep", 5 + (work.AreaSquareMetres / SweptPerMinute), work.AreaSquareMetres),
            new("mark", work.LengthMetres / MarkedPerMinute, work.LengthMetres),
        };
        var slowed = walking.Sum(p => p.Minutes);
        var ground = GroundFactor(work.Ground) - 1;
        var traffic = TrafficFactor(work.Traffic) - 1;
        return new TimeEstimate([.. new List<TimePart>
        {
            new("arrive", Arrive, 1),
        }
        .Concat(walking)
        .Append(new TimePart("ground", slowed * ground, ground))
        .Append(new TimePart("traffic", (slowed * traffic) + TrafficSetUp(work.Traffic), traffic))
        .Append(new TimePart("records", work.RecordsReady ? 0 : ReadingRecordsOnSite, work.RecordsReady ? 0 : 1))
        .Append(new TimePart("handover", Handover, 1))
        .Where(p => p.Minutes > 0)]);
    }

    /// <summary>How much longer walking takes on a ground, 1 for a paved surface.</summary>
    public static double GroundFactor(SiteGround ground) => ground switch
    {
        SiteGround.Grass => 1.05,
        SiteGround.Rough => 1.3,
        SiteGround.Overgrown => 1.6,
        SiteGround.Paved => 1,
    };

    /// <summary>How much longer everything takes beside traffic.</summary>
    public static double TrafficFactor(SiteTraffic traffic) => traffic switch
    {
        SiteTraffic.Light => 1.1,
        SiteTraffic.Busy => 1.4,
        SiteTraffic.None => 1,
    };

    /// <summary>Minutes for cones and signs.</summary>
    public static double TrafficSetUp(SiteTraffic traffic) => traffic switch
    {
        SiteTraffic.Light => 10,
        SiteTraffic.Busy => 30,
        SiteTraffic.None => 0,
    };
}
