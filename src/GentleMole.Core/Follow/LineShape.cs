using GentleMole.Core.Site;

namespace GentleMole.Core.Follow;

/// <summary>What the way of a line shows: sweeping bends, dives.</summary>
internal static class LineShape
{
    /// <summary>Radians a metre: a bend of 25 m radius.</summary>
    private const double LeastRate = 0.04;

    /// <summary>Stretches that turn steadily by at least a corner's worth over several dots.</summary>
    public static List<BentStretch> Bends(KnotChain chain, Run run)
    {
        // The middle of each step between two knots, and the way it runs.
        var steps = Enumerable.Range(1, chain.Knots.Count - 1)
            .Select(k => (At: run.Project((chain.Knots[k - 1].Place + chain.Knots[k].Place) * 0.5).ChainageMetres, Heading: chain.Heading(k))).ToList();
        var corners = chain.Corners.Select(c => run.Project(c.Place).ChainageMetres).ToList();
        double Rate(int k) => (steps[k + 1].Heading - steps[k].Heading) / Math.Max(0.5, steps[k + 1].At - steps[k].At);
        bool IsSmooth(int k) => !corners.Exists(c => c >= steps[k].At - 0.1 && c <= steps[k + 1].At + 0.1);
        var bends = new List<BentStretch>();
        for (var i = 0; i + 1 < steps.Count;)
        {
            var to = i;
            while (to + 1 < steps.Count && Math.Abs(Rate(to)) > LeastRate && Math.Sign(Rate(to)) == Math.Sign(Rate(i)) && IsSmooth(to))
            {
                to++;
            }

            var turn = (steps[to].Heading - steps[i].Heading) * 180 / Math.PI;
            if (to - i >= 2 && Math.Abs(turn) >= FollowRules.CornerDegrees)
            {
                bends.Add(new BentStretch(steps[i].At, steps[to].At, turn));
            }

            i = Math.Max(to, i + 1);
        }

        return bends;
    }

    /// <summary>Stretches that are steep, and more so than the doubt of the depths.</summary>
    public static List<DepthChange> Dives(List<FittedPlace> places)
    {
        var dives = new List<DepthChange>();
        for (var i = 1; i < places.Count; i++)
        {
            if (Slope(places, i) is not { } slope || Math.Abs(slope) < FollowRules.SteepSlope)
            {
                continue;
            }

            var from = i - 1;
            while (i + 1 < places.Count && Slope(places, i + 1) is { } next && Math.Abs(next) >= FollowRules.SteepSlope && Math.Sign(next) == Math.Sign(slope))
            {
                i++;
            }

            var (a, b) = (places[from].Depth!.Value, places[i].Depth!.Value);
            if (Math.Abs(b.Value - a.Value) > Math.Sqrt((a.HalfWidth * a.HalfWidth) + (b.HalfWidth * b.HalfWidth)))
            {
                dives.Add(new DepthChange(places[from].ChainageMetres, places[i].ChainageMetres, a.Value, b.Value));
            }
        }

        return dives;
    }

    private static double? Slope(List<FittedPlace> places, int i) =>
        places[i - 1].Depth is { } a && places[i].Depth is { } b && places[i].ChainageMetres > places[i - 1].ChainageMetres
            ? (b.Value - a.Value) / (places[i].ChainageMetres - places[i - 1].ChainageMetres) : null;
}
