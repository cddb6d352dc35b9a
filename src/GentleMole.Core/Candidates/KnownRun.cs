using GentleMole.Core.Site;

namespace GentleMole.Core.Candidates;

/// <summary>A line that somebody knows of: traced, by plan, or the lead of a hookup.</summary>
/// <param name="DoubtMetres">How far it may lie from where it is drawn.</param>
public sealed record KnownRun(string Id, Run Run, double DoubtMetres)
{
    /// <summary>So much of a candidate must lie on it.</summary>
    private const double LeastShare = 0.75;

    private const double MostDegrees = 25;

    private const double LeastShareLoosely = 0.6;

    private const double MostDegreesLoosely = 60;

    /// <summary>True for a plan that is known to be no more than a sketch here: way and ends count for less.</summary>
    public bool IsSketch { get; init; }

    private const int Places = 21;

    /// <summary>How far a candidate lies from it on average, metres, when it may be this line; null when it is not: too far, another way, beyond its ends.</summary>
    public double? ApartFrom(CandidateLine candidate)
    {
        var line = new Run(candidate.Points);
        var within = DoubtMetres + candidate.Lateral95Metres;
        var (sum, on) = (0.0, 0);
        for (var k = 0; k < Places; k++)
        {
            var at = line.Length * k / (Places - 1);
            var place = line.At(at);
            var foot = Run.Project(place);
            var apart = place.DistanceTo(foot.Foot);
            sum += apart;
            var turned = line.DirectionAt(at).Azimuth.ApartFrom(Run.DirectionAt(foot.ChainageMetres).Azimuth);
            on += apart <= within && Math.Min(turned, 180 - turned) <= (IsSketch ? MostDegreesLoosely : MostDegrees) ? 1 : 0;
        }

        return on >= (IsSketch ? LeastShareLoosely : LeastShare) * Places ? sum / Places : null;
    }

    /// <summary>The one of several that a candidate lies nearest to, for its doubt; null when it is none of them.</summary>
    public static (KnownRun Known, double ApartMetres)? Nearest(CandidateLine candidate, IEnumerable<KnownRun> known) => known
        .Select(k => (Known: k, Apart: k.ApartFrom(candidate)))
        .Where(k => k.Apart is not null)
        .OrderBy(k => k.Apart!.Value / Math.Max(0.1, k.Known.DoubtMetres))
        .Select(k => ((KnownRun Known, double ApartMetres)?)(k.Known, k.Apart!.Value))
        .FirstOrDefault();
}
