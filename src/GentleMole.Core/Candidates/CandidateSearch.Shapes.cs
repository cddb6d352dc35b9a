using GentleMole.Core.Site;

namespace GentleMole.Core.Candidates;

/// <content>One path through responses: straight, bent, round a corner.</content>
public sealed partial class CandidateSearch
{
    /// <summary>Straight and bent through these and what comes to them, until nothing changes: the better.</summary>
    private WeighedPath? Refined(IReadOnlyList<int> hits, int self)
    {
        WeighedPath? best = null;
        Follow(PathFit.Straight);
        Follow(PathFit.Curved);
        if (best is not null)
        {
            // A bend found by way of the straight, and the other way round.
            Follow(PathFit.Curved, best.Hits);
        }

        return best;

        void Follow(Func<WalkedSite, IReadOnlyList<int>, CandidatePath?> fit, IReadOnlyList<int>? from = null)
        {
            var through = from ?? hits;
            for (var round = 0; round < MostRounds; round++)
            {
                if (fit(_site, through) is not { } path || _evidence.Weigh(path, self) is not { } weighed)
                {
                    return;
                }

                // What a path is worth counts only for the responses it was fitted to: a fit to fewer is less sure than it could be.
                var isSettled = AreSame(weighed.Hits, through);
                if (isSettled || round == MostRounds - 1)
                {
                    best = Better(best, weighed);
                }

                if (isSettled)
                {
                    return;
                }

                through = weighed.Hits;
            }
        }
    }

    /// <summary>The best shape through these: straight, bent, or with a corner between any two of them.</summary>
    private WeighedPath? Shaped(IReadOnlyList<int> hits, int self)
    {
        var best = Refined(hits, self);
        WeighedPath? cornered = null;
        for (var k = 2; k <= hits.Count - 2; k++)
        {
            cornered = Better(cornered, Cornered([.. hits.Take(k)], [.. hits.Skip(k)], self));
        }

        return OrCorner(best, cornered);
    }

    /// <summary>Two legs through these, and what comes to them.</summary>
    private WeighedPath? Cornered(IReadOnlyList<int> before, IReadOnlyList<int> after, int self)
    {
        WeighedPath? best = null;
        for (var round = 0; round < MostRounds; round++)
        {
            if (PathFit.Cornered(_site, before, after) is not { } path || _evidence.Weigh(path, self) is not { } weighed)
            {
                return best;
            }

            var corner = path.Legs[0].To;
            var first = weighed.Hits.Where(h => path.Legs[0].Local(_site.Responses[h].Place).X <= corner && IsNearer(path, h)).ToList();
            List<int> second = [.. weighed.Hits.Except(first)];
            var isSettled = AreSame(first, before) && AreSame(second, after);
            if (isSettled || round == MostRounds - 1)
            {
                best = Better(best, weighed);
            }

            if (isSettled)
            {
                return best;
            }

            (before, after) = (first, second);
        }

        return best;
    }

    private static bool AreSame(IReadOnlyList<int> a, IReadOnlyList<int> b) => a.Count == b.Count && a.All(b.Contains);

    private bool IsNearer(CandidatePath path, int hit)
    {
        double Off(PathLeg leg, bool isBefore)
        {
            var (x, y) = leg.Local(_site.Responses[hit].Place);
            var beyond = isBefore ? Math.Max(0, x - leg.To) : Math.Max(0, leg.From - x);
            return Math.Sqrt((y * y) + (beyond * beyond));
        }

        return Off(path.Legs[0], isBefore: true) <= Off(path.Legs[1], isBefore: false);
    }

    /// <summary>The path, or one that goes round a corner at either end of it where that explains more.</summary>
    private WeighedPath WithCorner(WeighedPath straight, int self)
    {
        if (straight.Path.Legs.Count > 1)
        {
            return straight;
        }

        var best = Better(straight, Shaped(straight.Hits, self))!;
        WeighedPath? round = null;
        foreach (var isForward in (bool[])[true, false])
        {
            List<int> hits = [.. isForward ? straight.Hits : straight.Hits.Reverse()];
            for (var keep = hits.Count; keep >= Math.Max(2, hits.Count - MostGivenUp); keep--)
            {
                var before = hits.GetRange(0, keep);
                var end = _site.Responses[before[^1]].Place;
                var back = (_site.Responses[before[0]].Place - end).Unit();
                var tried = 0;
                foreach (var seed in _seeds)
                {
                    var after = seed.Where(h => (_owner[h] == Nobody || _owner[h] == self) && !before.Contains(h)).ToList();
                    if (after.Count < 2 || !Meets(end, back, after))
                    {
                        continue;
                    }

                    round = Better(round, Cornered(before, after, self));

                    if (++tried > MostCorners)
                    {
                        break;
                    }
                }
            }
        }

        return best.Path.Legs.Count > 1 ? Better(best, round)! : OrCorner(best, round)!;
    }

    private const int MostGivenUp = 3;

    private const int MostCorners = 25;

    private const double CornerWithin = 8;

    /// <summary>True when a straight through the responses meets the line a little beyond its end.</summary>
    private bool Meets(SitePoint end, SitePoint back, List<int> after)
    {
        var (a, b) = (_site.Responses[after[0]].Place, _site.Responses[after[^1]].Place);
        var way = (b - a).Unit();
        var cross = back.Dot(way.Right);
        if (Math.Abs(cross) < 0.25)
        {
            return false;
        }

        var beyond = -(a - end).Dot(way.Right) / cross;
        var corner = end - (back * beyond);
        return beyond > -1 && beyond < CornerWithin && Math.Min(corner.DistanceTo(a), corner.DistanceTo(b)) < CornerWithin;
    }

    /// <summary>A corner is told where it earns it.</summary>
    private static WeighedPath? OrCorner(WeighedPath? plain, WeighedPath? cornered) =>
        plain is null || (cornered is not null && cornered.LogOdds > plain.LogOdds + CornerEarns) ? cornered : plain;

    private const double CornerEarns = 2.5;

    private static WeighedPath? Better(WeighedPath? a, WeighedPath? b) => a is null || (b is not null && b.LogOdds > a.LogOdds) ? b : a;
}
