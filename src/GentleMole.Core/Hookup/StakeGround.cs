using GentleMole.Core.Lines;
using GentleMole.Core.Site;

namespace GentleMole.Core.Hookup;

/// <summary>Where the stake may stand, and the sensible places to try.</summary>
/// <param name="AllPaved">The site is paved where nothing else is drawn.</param>
/// <param name="PowerEarths">Cabinets, poles and lights of the power network.</param>
public sealed record StakeGround(
    SupposedGround Ground, IReadOnlyList<SurfaceArea> Areas, bool AllPaved, IReadOnlyList<SitePoint> PowerEarths)
{
    /// <summary>Clear distance from a shallow service, sideways; its place is only as good as its record.</summary>
    public const double ClearOfServiceMetres = 1.0;

    /// <summary>A service with its centre less than this below the tip of the rod is shallow.</summary>
    public const double BelowTipMetres = 0.4;

    /// <summary>A stake stays this far from the earth of a power line.</summary>
    public const double ClearOfPowerEarthMetres = 3;

    /// <summary>The stake ground of a site. On a paved site only drawn soil takes a stake, once any is drawn.</summary>
    /// <param name="standing">What stands on the site.</param>
    public static StakeGround Of(SupposedGround ground, IReadOnlyList<SurfaceArea> areas, bool sitePaved, IEnumerable<Placed> standing) => new(
        ground, areas, sitePaved && areas.Any(a => a.Surface == Surface.Soil), [.. standing.Where(IsPowerEarth).Select(p => p.Place)]);

    /// <summary>Installations of the power network that have an earth of their own.</summary>
    private static bool IsPowerEarth(Placed placed) => placed.Utility == UtilityKind.Electric
        && placed.Kind is FeatureKind.Cabinet or FeatureKind.Pole or FeatureKind.Light or FeatureKind.Meter;

    private static readonly double[] Turns = [0, -18, 18];
    private static readonly double[] Parts = [1, 0.7];

    /// <summary>Why the stake may not stand here; null when it may.</summary>
    public StakeRefusal? Refuses(SitePoint connection, SitePoint stake, double drivenMetres, double leadMetres = double.PositiveInfinity)
    {
        if (connection.DistanceTo(stake) > leadMetres + 0.1)
        {
            return StakeRefusal.BeyondLead;
        }

        var surface = SurfaceAt(stake);
        if (surface == Surface.Building)
        {
            return StakeRefusal.OnBuilding;
        }

        if (PowerEarths.Any(e => e.DistanceTo(stake) < ClearOfPowerEarthMetres))
        {
            return StakeRefusal.PowerEarth;
        }

        if (ShallowAt(stake, drivenMetres) is not null)
        {
            return StakeRefusal.ShallowService;
        }

        if (surface == Surface.Paved || (surface == Surface.Unknown && AllPaved))
        {
            return StakeRefusal.OnPaving;
        }

        var lead = new Run([connection, connection.DistanceTo(stake) < 0.01 ? stake + new SitePoint(0.01, 0) : stake]);
        return Areas.Any(a => a.Surface == Surface.Building && lead.CrossingsWith(new Run([.. a.Corners, a.Corners[0]])).Count > 0)
            ? StakeRefusal.LeadBlocked
            : null;
    }

    /// <summary>The service that a rod driven here could reach; null when there is none.</summary>
    public SupposedLine? ShallowAt(SitePoint stake, double drivenMetres) => Ground.Lines.FirstOrDefault(l =>
        l.Depth.Metres < drivenMetres + BelowTipMetres && l.Run.Project(stake).Foot.DistanceTo(stake) < ClearOfServiceMetres);

    /// <summary>Places to try, best laid first: both sides, square and a little off it, the whole lead and part of it.</summary>
    public IReadOnlyList<SitePoint> Spots(SitePoint connection, SupposedLine target, double leadMetres, double drivenMetres, int most)
    {
        var ahead = target.Run.DirectionAt(target.Run.Project(connection).ChainageMetres);
        var others = Ground.Lines.Where(l => l.Id != target.Id).Select(l => new KnownLine(l.Name, l.Run)).ToList();
        var spots = new List<(SitePoint Spot, int Faults, double Off, double Away)>();
        foreach (var side in new[] { 1, -1 })
        {
            foreach (var part in Parts)
            {
                foreach (var turn in Turns)
                {
                    var spot = connection + ((ahead.Right * side).Azimuth.Turned(turn).Direction * (leadMetres * part));
                    if (Refuses(connection, spot, drivenMetres) is null)
                    {
                        spots.Add((spot, StakePlacement.Judge(connection, spot, target.Run, others).Count, Math.Abs(turn), leadMetres * part));
                    }
                }
            }
        }

        return [.. spots.OrderBy(s => s.Faults).ThenBy(s => s.Off).ThenByDescending(s => s.Away).Take(most).Select(s => s.Spot)];
    }

    private Surface SurfaceAt(SitePoint place) => Areas.Where(a => DigArea.Holds(a.Corners, place)).Select(a => a.Surface)
        .OrderBy(s => s switch { Surface.Building => 0, Surface.Soil => 1, Surface.Paved => 2, Surface.Unknown => 3 }).FirstOrDefault();
}
