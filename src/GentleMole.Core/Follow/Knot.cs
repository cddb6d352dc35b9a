using GentleMole.Core.Site;
using GentleMole.Core.Trace;

namespace GentleMole.Core.Follow;

/// <summary>A place of a line at which one or several dots were read.</summary>
internal sealed record Knot(SitePoint Place, IReadOnlyList<FollowedDot> Dots)
{
    /// <summary>A hand's doubt at the least, standard deviation in metres.</summary>
    private const double LeastSigma = 0.01;

    /// <summary>Number of the dot that says that the line bends here; null where none does.</summary>
    public int? Bend => Dots.FirstOrDefault(d => d.Feature == LineFeature.Bend)?.Number;

    /// <summary>To the centre, where one of its dots says it.</summary>
    public double? DepthMetres => Dots.FirstOrDefault(d => d.Depth is not null)?.Depth?.Value;

    /// <summary>Standard deviation across the line, of all its dots together.</summary>
    public double Sigma => 1 / Math.Sqrt(Dots.Sum(d => 1 / (SigmaOf(d) * SigmaOf(d))));

    /// <summary>Standard deviation of a dot across its line.</summary>
    public static double SigmaOf(FollowedDot dot) => Math.Max(LeastSigma, dot.AcrossHalfWidthMetres / 1.96);

    /// <summary>Of its depth.</summary>
    public static double SigmaOf(Estimate depth) => Math.Max(LeastSigma, depth.HalfWidth / 1.96);

    /// <summary>Dots in order along their line; those of different passes at one place together, each with its weight.</summary>
    public static List<Knot> Along(IReadOnlyList<FollowedDot> dots)
    {
        var groups = new List<List<FollowedDot>>();
        foreach (var dot in dots)
        {
            // Dots of one pass are one after the other however close they stand.
            var near = groups.Where(g => g.TrueForAll(d => d.Pass != dot.Pass && d.Feature == dot.Feature) && Middle(g).DistanceTo(dot.Place) < FollowRules.OnePlaceMetres).MinBy(g => Middle(g).DistanceTo(dot.Place));
            if (near is null)
            {
                groups.Add([dot]);
            }
            else
            {
                near.Add(dot);
            }
        }

        var joiner = new LineJoiner();
        for (var i = 0; i < groups.Count; i++)
        {
            joiner.Add(new MarkPoint(Middle(groups[i]), 0, null, Verdict.Sound, i));
        }

        return [.. joiner.Marks().Select(m => new Knot(m.Place, groups[m.Number]))];
    }

    private static SitePoint Middle(List<FollowedDot> dots)
    {
        double sum = 0;
        var middle = new SitePoint(0, 0);
        foreach (var dot in dots)
        {
            var weight = 1 / (SigmaOf(dot) * SigmaOf(dot));
            (sum, middle) = (sum + weight, middle + (dot.Place * weight));
        }

        return middle * (1 / sum);
    }
}
