using GentleMole.Core.Site;

namespace GentleMole.Core.Trace;

/// <summary>A line traced part of its way, with its plan for the rest.</summary>
public static class JoinedRun
{
    /// <summary>The plan's corners nearer than this to where the trace ends are replaced by the trace.</summary>
    private const double SeamMetres = 1.5;

    /// <summary>A record that runs farther than this from a line's own run, at its middle, is another line of the same owner.</summary>
    private const double SameLineMetres = 3;

    /// <summary>Whether a record shows the same line as a run.</summary>
    public static bool Follows(Run record, Run run) =>
        record.At(record.Length / 2) is var middle && run.Project(middle).Foot.DistanceTo(middle) < SameLineMetres;

    /// <summary>What was traced where it was traced; beyond its ends as the plan says. Either may be missing.</summary>
    public static Run? Of(Run? traced, Run? expected)
    {
        if (traced is null || expected is null)
        {
            return traced ?? expected;
        }

        var (before, after) = Corners(traced, expected);
        return new Run([.. before, .. traced.Points, .. after]);
    }

    /// <summary>What a plan says beyond both ends of what was traced: from the plan's end to the trace, and from the trace to the plan's other end. Either may be missing.</summary>
    public static IReadOnlyList<Run> Beyond(Run traced, Run expected)
    {
        var (before, after) = Corners(traced, expected);
        return [.. new[] { [.. before, traced.Points[0]], (IReadOnlyList<SitePoint>)[traced.Points[^1], .. after] }.Where(SiteRules.IsRun).Select(p => new Run(p))];
    }

    private static (IReadOnlyList<SitePoint> Before, IReadOnlyList<SitePoint> After) Corners(Run traced, Run expected)
    {
        var (start, end) = (expected.Project(traced.Points[0]).ChainageMetres, expected.Project(traced.Points[^1]).ChainageMetres);
        var corners = expected.Points.Select((p, i) => (Point: p, Chainage: expected.ChainageOf(i))).ToList();
        if (start > end)
        {
            corners = [.. corners.Select(c => (c.Point, Chainage: expected.Length - c.Chainage)).Reverse()];
            (start, end) = (expected.Length - start, expected.Length - end);
        }

        return ([.. corners.Where(c => c.Chainage < start - SeamMetres).Select(c => c.Point)], [.. corners.Where(c => c.Chainage > end + SeamMetres).Select(c => c.Point)]);
    }
}
