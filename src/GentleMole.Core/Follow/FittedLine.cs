using GentleMole.Core.Site;
using GentleMole.Core.Trace;

namespace GentleMole.Core.Follow;

/// <summary>
/// The line through dots of which each has its own doubt: smooth where the dots leave room, bent where they do not, broken at sharp corners; with
/// what it says of the dots, of what lies between them, and of where the next ones belong.
/// </summary>
public sealed class FittedLine
{
    internal FittedLine(Run run, IReadOnlyList<FittedPlace> places, IReadOnlyList<FittedDot> dots, IReadOnlyList<FittedCorner> corners, IReadOnlyList<BentStretch> bends, IReadOnlyList<DepthChange> dives) =>
        (Run, Places, Dots, Corners, Bends, Dives) = (run, places, dots, corners, bends, dives);

    /// <summary>Its way.</summary>
    public Run Run { get; }

    /// <summary>Its places, a metre apart or closer, in order.</summary>
    public IReadOnlyList<FittedPlace> Places { get; }

    /// <summary>The dots, in order along it; those that were left out among them.</summary>
    public IReadOnlyList<FittedDot> Dots { get; }

    /// <summary>Sharp corners.</summary>
    public IReadOnlyList<FittedCorner> Corners { get; }

    /// <summary>Sweeping bends.</summary>
    public IReadOnlyList<BentStretch> Bends { get; }

    /// <summary>Stretches on which it dives or rises.</summary>
    public IReadOnlyList<DepthChange> Dives { get; }

    /// <summary>Dots that the others contradict.</summary>
    public IEnumerable<FittedDot> Outliers => Dots.Where(d => d.IsOutlier);

    /// <summary>The line through dots; null with fewer than three different places, which are a straight that nothing checks.</summary>
    /// <param name="dots">In the order taken.</param>
    public static FittedLine? Of(IReadOnlyList<FollowedDot> dots) => LineFit.Of(dots);

    /// <summary>The place of the line nearest to a chainage.</summary>
    public FittedPlace PlaceAt(double chainageMetres) => Places.MinBy(p => Math.Abs(p.ChainageMetres - chainageMetres))!;

    /// <summary>How far right of the line a dot that is not part of it stands, and from when that is more than chance; null beyond the ends of the line.</summary>
    public (double Metres, double RoomMetres)? OffOf(SitePoint place, double acrossHalfWidthMetres)
    {
        var station = Run.Project(place);
        if (station.ChainageMetres <= EndMetres || station.ChainageMetres >= Run.Length - EndMetres)
        {
            return null;
        }

        var half = PlaceAt(station.ChainageMetres).HalfWidthMetres;
        return (station.OffsetMetres, Math.Max(FollowRules.OutlierMetres, Math.Sqrt((half * half) + (acrossHalfWidthMetres * acrossHalfWidthMetres)) * FollowRules.OutlierSigmas / 1.96));
    }

    private const double EndMetres = 0.05;

    /// <summary>Where dots stand too far apart, the worst first.</summary>
    /// <param name="dig">Stretches of the line on which somebody will dig: chainages.</param>
    public IReadOnlyList<DotGap> Gaps(IReadOnlyList<(double From, double To)> dig)
    {
        var kept = Dots.Where(d => !d.IsOutlier).ToList();
        var gaps = new List<DotGap>();
        for (var i = 1; i < kept.Count; i++)
        {
            var (a, b) = (kept[i - 1], kept[i]);
            var (allowed, reason) = Allowed(a, b, dig);
            var length = b.ChainageMetres - a.ChainageMetres;
            if (length > allowed * 1.1)
            {
                gaps.Add(new DotGap(a.Dot.Number, b.Dot.Number, length, allowed, reason, PlaceAt((a.ChainageMetres + b.ChainageMetres) / 2).HalfWidthMetres));
            }
        }

        return [.. gaps.OrderByDescending(g => g.LengthMetres / g.AllowedMetres)];
    }

    private (double Metres, GapReason Reason) Allowed(FittedDot a, FittedDot b, IReadOnlyList<(double From, double To)> dig)
    {
        var (from, to) = (a.ChainageMetres, b.ChainageMetres);
        bool Meets(double low, double high) => low < to && high > from;
        if (Bends.Any(s => Meets(s.FromMetres, s.ToMetres)) || Corners.Any(c => Run.Project(c.Place).ChainageMetres is var at && Meets(at - FollowRules.NearMetres, at + FollowRules.NearMetres)))
        {
            return (FollowRules.BendMetres, GapReason.Bend);
        }

        return a.Dot.Feature == LineFeature.Tee || b.Dot.Feature == LineFeature.Tee ? (FollowRules.TeeMetres, GapReason.Tee)
            : dig.Any(d => Meets(d.From, d.To)) ? (FollowRules.DigMetres, GapReason.Dig)
            : (FollowRules.PlainMetres, GapReason.Plain);
    }
}
