using GentleMole.Core.Lines;
using GentleMole.Core.Practice;
using GentleMole.Core.Site;

namespace GentleMole.Core.Yards;

/// <summary>What came of a round, each as a part of 1: a mark counts by where it lies, not by how it came about.</summary>
/// <param name="Position">Share of the target that has a mark, times how near the marks lie to it.</param>
/// <param name="Depth">How near the depths on the marks are.</param>
/// <param name="RightLine">Share of the marks whose nearest line is the target's.</param>
public sealed record YardOutcome(double Position, double Depth, double RightLine)
{
    /// <summary>A mark so near to its line is as good as it gets; at <see cref="UselessMetres"/> it is worth nothing.</summary>
    public const double GoodMetres = 0.12;

    /// <summary>A tolerance: beyond it somebody digs into the line.</summary>
    public const double UselessMetres = 0.45;

    /// <summary>A mark this far off is of something else.</summary>
    public const double OfItMetres = 1;

    private const double GoodDepthMetres = 0.1;
    private const double GoodDepthPart = 0.1;
    private const double StepMetres = 0.25;

    /// <summary>A stretch of mark counts only near a reading, or near a feature of its utility.</summary>
    private const double ByReadingMetres = 1.5;
    private const double ByFeatureMetres = 4.5;

    /// <summary>Marks of a utility, held against lines.</summary>
    /// <param name="site">TRUTH.</param>
    /// <param name="lines">Lines that the marks should be of; only what lies in the area counts, and only what can be known.</param>
    /// <param name="marks">Along the line; fewer than two are none.</param>
    /// <param name="readings">Where something sent was listened to.</param>
    public static YardOutcome Of(YardSite site, IReadOnlyList<BuriedLine> lines, UtilityKind utility, IReadOnlyList<YardPoint> marks, IReadOnlyList<SitePoint> readings)
    {
        ArgumentNullException.ThrowIfNull(site);
        var sought = Sought(site, lines);
        if (sought.Count == 0 || marks.Count < 2 || !SiteRules.IsRun([.. marks.Select(m => m.Place)]))
        {
            return new YardOutcome(0, 0, 0);
        }

        var run = new Run(marks.Select(m => m.Place));
        var painted = Along(run).Where(p => IsBacked(site, utility, p, readings)).ToList();
        if (painted.Count == 0)
        {
            return new YardOutcome(0, 0, 0);
        }

        var covered = sought.Count(p => painted.Any(m => m.DistanceTo(p) <= OfItMetres)) / (double)sought.Count;
        var near = painted.Average(p => Falling(Away(site, lines, p), GoodMetres));
        var own = painted.Count(p => Away(site, lines, p) is var away && away <= OfItMetres && site.Ground.Lines.All(o => lines.Contains(o) || Away(site, [o], p) >= away)) / (double)painted.Count;
        return new YardOutcome(covered * near, DepthOf(site, lines, marks), own);
    }

    /// <summary>Share of a stretch of marks near which somebody listened, or where a feature of the utility stands.</summary>
    internal static double Backed(YardSite site, UtilityKind utility, Run painted, IReadOnlyList<SitePoint> readings) => Along(painted).Average(p => IsBacked(site, utility, p, readings) ? 1.0 : 0);

    /// <summary>TRUTH: how far marks lie from lines, whatever they rest on: mean and worst along them, mean of depths, and how much of the lines has one.</summary>
    internal static (double Mean, double Worst, double? Depth, double Covered) Held(YardSite site, IReadOnlyList<BuriedLine> lines, IReadOnlyList<YardPoint> marks)
    {
        IReadOnlyList<SitePoint> painted = SiteRules.IsRun([.. marks.Select(m => m.Place)]) ? [.. Along(new Run(marks.Select(m => m.Place)))] : [.. marks.Select(m => m.Place)];
        var sought = Sought(site, lines);
        var depths = marks.Where(m => m.DepthMetres is not null && Away(site, lines, m.Place) <= OfItMetres).Select(m => DepthError(site, lines, m)).ToList();
        return (painted.Average(p => Away(site, lines, p)), painted.Max(p => Away(site, lines, p)), depths.Count == 0 ? null : depths.Average(),
            sought.Count == 0 ? 0 : sought.Count(p => painted.Any(m => m.DistanceTo(p) <= OfItMetres)) / (double)sought.Count);
    }

    private static bool IsBacked(YardSite site, UtilityKind utility, SitePoint place, IReadOnlyList<SitePoint> readings) =>
        readings.Any(r => r.DistanceTo(place) <= ByReadingMetres) || site.Features.Any(f => f.Utility == utility && f.Place.DistanceTo(place) <= ByFeatureMetres);

    private static List<SitePoint> Sought(YardSite site, IReadOnlyList<BuriedLine> lines) =>
        [.. lines.Where(l => !site.Unknowable.Contains(l.Id) && !site.SameToAll.Contains(l.Id)).SelectMany(l => Along(l.Run)).Where(p => YardRings.Outside(site.Area, p) <= 0)];

    private static double DepthError(YardSite site, IReadOnlyList<BuriedLine> lines, YardPoint mark)
    {
        var line = lines.MinBy(l => Away(site, [l], mark.Place))!;
        return Math.Abs(mark.DepthMetres!.Value - line.DepthAt(line.Run.Project(mark.Place).ChainageMetres).Metres);
    }

    private static double DepthOf(YardSite site, IReadOnlyList<BuriedLine> lines, IReadOnlyList<YardPoint> marks) => marks.Average(m =>
    {
        var line = lines.MinBy(l => Away(site, [l], m.Place))!;
        var truth = line.DepthAt(line.Run.Project(m.Place).ChainageMetres).Metres;
        return m.DepthMetres is { } depth && Away(site, [line], m.Place) <= OfItMetres ? Falling(Math.Abs(depth - truth), Math.Max(GoodDepthMetres, GoodDepthPart * truth)) : 0;
    });

    /// <summary>How far a place lies from lines; between two that nothing tells apart a broadened mark is right.</summary>
    private static double Away(YardSite site, IReadOnlyList<BuriedLine> lines, SitePoint place)
    {
        var away = lines.Min(l => l.Run.Project(place).Foot.DistanceTo(place));
        return site.SameToAll.Count > 0 && lines.Count > 1 && lines.Any(a => lines.Any(b => a != b && IsBetween(a.Run.Project(place).Foot, b.Run.Project(place).Foot, place))) ? 0 : away;
    }

    private static bool IsBetween(SitePoint one, SitePoint two, SitePoint place) => one != two && (place - one).Dot(two - one) >= 0 && (place - two).Dot(one - two) >= 0 && one.DistanceTo(two) < OfItMetres;

    /// <summary>1 up to what is good, 0 from what is useless on, straight between.</summary>
    private static double Falling(double error, double good) => Math.Clamp((UselessMetres - error) / (UselessMetres - good), 0, 1);

    private static IEnumerable<SitePoint> Along(Run run)
    {
        var steps = Math.Max(1, (int)Math.Ceiling(run.Length / StepMetres));
        return Enumerable.Range(0, steps + 1).Select(k => run.At(run.Length * k / steps));
    }
}
