using GentleMole.Core.Site;

namespace GentleMole.Core.Follow;

/// <summary>Fits a line to dots: which of them stand off, where it breaks, and its way.</summary>
internal static class LineFit
{
    private const double NodeMetres = 1;
    private const int MostNodes = 4000;

    /// <summary>Knots to each side that have a say in whether a dot stands off, or the line breaks.</summary>
    private const int Reach = 10;

    /// <summary>Dots of which two may cover for each other.</summary>
    private const int Suspects = 5;

    /// <summary>Logarithm of the chance that a dot stands off, times how thinly such dots are spread: one in twenty, over three metres; in depth over two.</summary>
    private static readonly double OffPlace = Math.Log(1 / 20.0 / 3);
    private static readonly double OffDepth = Math.Log(1 / 20.0 / 2);

    /// <summary>Logarithm of the chance of a corner on a step.</summary>
    private static readonly double CornerChance = Math.Log(0.02);

    public static FittedLine? Of(IReadOnlyList<FollowedDot> dots)
    {
        var left = new HashSet<FollowedDot>();
        var chain = Chain(dots, left);
        while (chain.Knots.Count >= 3 && StandOff(chain) is { Count: > 0 } off && dots.Count - left.Count - off.Count >= FollowRules.FewestKept)
        {
            left.UnionWith(off);
            chain = Chain(dots, left);
        }

        if (chain.Knots.Count < 3)
        {
            return null;
        }

        var strange = new HashSet<FollowedDot>();
        while (DepthStandsOff(chain, strange) is { } off)
        {
            strange.Add(off);
        }

        return Told(chain, dots, left, strange);
    }

    private static KnotChain Chain(IReadOnlyList<FollowedDot> dots, HashSet<FollowedDot> left)
    {
        var knots = Knot.Along([.. dots.Where(d => !left.Contains(d))]);
        return knots.Count < 3 ? new KnotChain(knots, []) : Broken(knots);
    }

    /// <summary>With the corners that explain where the dots stand better than wandering does.</summary>
    private static KnotChain Broken(List<Knot> knots)
    {
        var candidates = LineCorners.Of(knots);
        var chain = new KnotChain(knots, [.. candidates.Where(c => c.Marked is not null)]);
        foreach (var corner in candidates.Where(c => c.Marked is null))
        {
            var at = knots.FindIndex(k => k.Dots.Any(d => d.Number == corner.After));
            if (chain.Corners.All(c => c.Place.DistanceTo(corner.Place) > 1) && chain.Round(at, Reach) is var plain
                && new KnotChain(plain.Knots, [.. plain.Corners, corner]).Evidence() + CornerChance > plain.Evidence())
            {
                chain = new KnotChain(knots, [.. chain.Corners, corner]);
            }
        }

        return chain;
    }

    /// <summary>Dots that are likelier to stand where the line is not than on it: one, or two that cover for each other; none when all belong.</summary>
    private static IReadOnlyList<FollowedDot> StandOff(KnotChain chain)
    {
        var suspects = chain.StandOff().Where(s => s.Sigmas > FollowRules.OutlierSigmas).OrderByDescending(s => s.Sigmas).ToList();

        // Those that have no say in each other go in one turn.
        var off = new List<(int Knot, FollowedDot Dot)>();
        foreach (var (knot, dot, _) in suspects)
        {
            if (off.TrueForAll(o => Math.Abs(o.Knot - knot) > 2 * Reach) && Gain(chain, knot, [dot]) > -OffPlace)
            {
                off.Add((knot, dot));
            }
        }

        if (off.Count > 0)
        {
            return [.. off.Select(o => o.Dot)];
        }

        var worst = suspects.Take(Suspects).ToList();
        foreach (var (a, b) in worst.SelectMany((a, i) => worst.Skip(i + 1).Select(b => (a, b))))
        {
            if (Math.Abs(a.Knot - b.Knot) < Reach && Gain(chain, (a.Knot + b.Knot) / 2, [a.Dot, b.Dot]) > -2 * OffPlace)
            {
                return [a.Dot, b.Dot];
            }
        }

        return [];
    }

    /// <summary>How much likelier the others stand where they stand without some dots: logarithm.</summary>
    private static double Gain(KnotChain chain, int knot, IReadOnlyList<FollowedDot> dots)
    {
        var near = chain.Round(knot, Reach);
        var without = dots.Aggregate(near, (c, d) => c.Without(d));
        return without.Knots.Count >= 3 ? without.Evidence() - near.Evidence() : double.NegativeInfinity;
    }

    private static FollowedDot? DepthStandsOff(KnotChain chain, HashSet<FollowedDot> strange)
    {
        foreach (var (knot, dot, _) in chain.StandOffInDepth(strange).Where(s => s.Sigmas > FollowRules.OutlierSigmas).OrderByDescending(s => s.Sigmas).Take(Suspects))
        {
            var near = chain.Round(knot, Reach);
            if (near.Knots.Sum(k => k.Dots.Count(d => d.Depth is not null && !strange.Contains(d))) > FollowRules.FewestKept
                && near.DepthEvidence(new HashSet<FollowedDot>(strange) { dot }) + OffDepth > near.DepthEvidence(strange))
            {
                return dot;
            }
        }

        return null;
    }

    private static FittedLine Told(KnotChain chain, IReadOnlyList<FollowedDot> dots, HashSet<FollowedDot> left, HashSet<FollowedDot> strange)
    {
        var total = Enumerable.Range(1, chain.Knots.Count - 1).Sum(chain.Length);
        var nodes = chain.Nodes(Math.Max(NodeMetres, total / MostNodes));
        var (across, depth) = (chain.Across(nodes), chain.Depth(nodes, strange));
        var points = new List<(SitePoint Place, double HalfWidth, Estimate? Depth)>();
        for (var i = 0; i < nodes.Count; i++)
        {
            var (k, part, _) = nodes[i];
            if (chain.CornerOn(k) is { } corner)
            {
                // Between the two legs the line runs to the corner and from it.
                if (nodes[i].IsKnot)
                {
                    var to = At(i);
                    points.AddRange(Round(corner, points[^1], to));
                    points.Add(to);
                }

                continue;
            }

            points.Add(At(i));
        }

        (SitePoint Place, double HalfWidth, Estimate? Depth) At(int i)
        {
            var (k, part, _) = nodes[i];
            var (place, right) = nodes[i].IsKnot
                ? (chain.Knots[k].Place, chain.Right(k))
                : (chain.Knots[k - 1].Place + ((chain.Knots[k].Place - chain.Knots[k - 1].Place) * part), chain.RightOfStep(k));
            return (
                place + (right * across[i].Value), 1.96 * Math.Sqrt(across[i].Variance),
                depth?[i] is { Variance: < 4 } d ? Estimate.Symmetric(d.Value, 1.96 * Math.Sqrt(d.Variance)).Within(0, double.PositiveInfinity) : null);
        }

        var run = new Run(points.Select(p => p.Place));
        var places = new List<FittedPlace>();
        for (var i = 0; i < points.Count; i++)
        {
            var ahead = (points[Math.Min(i + 1, points.Count - 1)].Place - points[Math.Max(0, i - 1)].Place).Unit();
            places.Add(new FittedPlace(
                places.Count == 0 ? 0 : places[^1].ChainageMetres + points[i].Place.DistanceTo(points[i - 1].Place), points[i].Place, points[i].HalfWidth, ahead.Right, points[i].Depth));
        }

        var atKnots = nodes.Select((n, i) => (n, i)).Where(n => n.n.IsKnot).Select(n => across[n.i]).ToList();
        var knotOf = chain.Knots.SelectMany((k, i) => k.Dots.Select(d => (d, i))).ToDictionary(k => k.d, k => k.i);
        var fitted = dots.Select(dot =>
        {
            var station = run.Project(dot.Place);
            var (off, sigma) = knotOf.TryGetValue(dot, out var knot)
                ? KnotChain.ByOthers(atKnots[knot], chain.OffsetOf(knot, dot), chain.SigmaOf(knot, dot))
                : (station.OffsetMetres, Math.Sqrt(Math.Pow(Knot.SigmaOf(dot), 2) + Math.Pow(places.MinBy(p => Math.Abs(p.ChainageMetres - station.ChainageMetres))!.HalfWidthMetres / 1.96, 2)));
            return new FittedDot(dot, station.ChainageMetres, station.OffsetMetres, off, 1.96 * sigma, left.Contains(dot), strange.Contains(dot));
        }).OrderBy(d => d.ChainageMetres).ToList();
        return new FittedLine(run, places, fitted, chain.ToldCorners, LineShape.Bends(chain, run), LineShape.Dives(places));
    }

    /// <summary>Places to a corner and from it. If it is no sharp corner but a bend, that cuts inside, from the nearer of the two dots at the earliest.</summary>
    private static IEnumerable<(SitePoint Place, double HalfWidth, Estimate? Depth)> Round(
        FittedCorner corner, (SitePoint Place, double HalfWidth, Estimate? Depth) from, (SitePoint Place, double HalfWidth, Estimate? Depth) to)
    {
        var reach = Math.Min(from.Place.DistanceTo(corner.Place), to.Place.DistanceTo(corner.Place));
        foreach (var (leg, isBack) in new[] { (from, false), (to, true) })
        {
            var length = leg.Place.DistanceTo(corner.Place);
            var parts = Math.Max(1, (int)Math.Ceiling(length / NodeMetres * 2));
            for (var p = 1; p <= parts; p++)
            {
                var part = (isBack ? parts - p + 1 : p) / (double)parts;
                if (isBack && p == 1)
                {
                    continue;
                }

                var inside = corner.InsideMetres * Math.Pow(Math.Clamp(1 - (length * (1 - part) / Math.Max(reach, 1e-6)), 0, 1), 2);
                var half = leg.HalfWidth + (part * (corner.HalfWidthMetres - leg.HalfWidth));
                yield return (leg.Place + ((corner.Place - leg.Place) * part), Math.Sqrt((half * half) + (inside * inside)), leg.Depth);
            }
        }
    }
}
