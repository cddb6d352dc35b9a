using GentleMole.Core.Site;
using GentleMole.Core.Trace;

namespace GentleMole.Core.Follow;

/// <summary>
/// Sharp corners: each leg is a straight through dots at least one and a half depths away from the corner, and the corner is where the legs meet. A
/// corner must explain the dots better than one straight or a sweeping bend does.
/// </summary>
internal static class LineCorners
{
    private const int LegDots = 4;

    /// <summary>How far back a leg is looked for, metres.</summary>
    private const double LegMetres = 14;

    /// <summary>A leg that is no straight, even for lines that wander: squares of its dots' offsets over their doubts, for each dot beyond two.</summary>
    private const double MostExcess = 6;

    /// <summary>A leg is no ruler: variance of its slope gained a metre.</summary>
    private const double LegWander = 6e-4;

    /// <summary>Farther from the dots on both sides of it two straights do not meet in a corner of the line.</summary>
    private const double OutsideMetres = 1.5;

    /// <summary>Corners of a line.</summary>
    /// <param name="knots">In order along it.</param>
    public static IReadOnlyList<FittedCorner> Of(IReadOnlyList<Knot> knots)
    {
        var dots = knots.Select(k => k.Dots[0] with { Place = k.Place, AcrossHalfWidthMetres = 1.96 * k.Sigma, Depth = k.Dots.FirstOrDefault(d => d.Depth is not null)?.Depth }).ToList();
        var found = new List<(FittedCorner Corner, int From, int To, double Worth)>();
        for (var i = 1; i < dots.Count; i++)
        {
            // The corner lies between this dot and the one before, or at this dot when it is marked as the bend.
            if (At(dots, i, isMarked: false) is { } between)
            {
                found.Add(between);
            }

            if (dots[i].Feature == LineFeature.Bend && i + 1 < dots.Count && At(dots, i, isMarked: true) is { } marked)
            {
                found.Add(marked);
            }
        }

        // Of corners that lie over each other that which turns most in the least room; a marked bend before others.
        var kept = new List<(FittedCorner Corner, int From, int To, double Worth)>();
        foreach (var corner in found.OrderByDescending(f => f.Corner.Marked is not null).ThenByDescending(f => f.Worth))
        {
            if (kept.TrueForAll(k => corner.From >= k.To || corner.To <= k.From) && kept.TrueForAll(k => k.Corner.Place.DistanceTo(corner.Corner.Place) > 1))
            {
                kept.Add(corner);
            }
        }

        return [.. kept.OrderBy(k => k.From).Select(k => k.Corner)];
    }

    private static (FittedCorner Corner, int From, int To, double Worth)? At(IReadOnlyList<FollowedDot> dots, int at, bool isMarked)
    {
        var (last, first) = (at - 1, isMarked ? at + 1 : at);
        var corner = isMarked ? dots[at].Place : (dots[last].Place + dots[first].Place) * 0.5;
        var depth = dots[at].Depth?.Value ?? dots[last].Depth?.Value ?? FollowRules.UsualDepthMetres;

        // The corner is not known before its legs are: the dots that stand too close to it are left out, and it is sought again.
        for (var turn = 0; turn < 3; turn++)
        {
            var before = Take(dots, last, -1, corner, depth);
            var after = Take(dots, first, 1, corner, depth);
            if (before.Count < 2 || after.Count < 2 || Leg.Of(before) is not { } a || Leg.Of(after) is not { } b)
            {
                return null;
            }

            var turned = Math.IEEERemainder(Math.Atan2(b.Ahead.East, b.Ahead.North) - Math.Atan2(a.Ahead.East, a.Ahead.North), 2 * Math.PI) * 180 / Math.PI;
            if (Math.Abs(turned) < FollowRules.CornerDegrees || Math.Abs(turned) > 150 || IsBent(a, before) || IsBent(b, after) || Meet(a, b) is not var (meet, half))
            {
                return null;
            }

            // It lies ahead of the one leg and behind the other, and not far from the dots on both sides of it.
            if ((meet - before[^1].Place).Dot(a.Ahead) < -0.3 || (after[0].Place - meet).Dot(b.Ahead) < -0.3
                || meet.DistanceTo(corner) > (before[^1].Place.DistanceTo(after[0].Place) / 2) + OutsideMetres)
            {
                return null;
            }

            // Dots between the legs must lie by the corner, not on a bend that cuts it off.
            var from = IndexOf(dots, before[^1]);
            var to = IndexOf(dots, after[0]);
            for (var i = from + 1; i < to; i++)
            {
                var off = Math.Min(Segment.Distance(dots[i].Place, before[^1].Place, meet), Segment.Distance(dots[i].Place, meet, after[0].Place));
                if (off > (0.6 * depth) + dots[i].AcrossHalfWidthMetres)
                {
                    return null;
                }
            }

            if (turn == 2 || meet.DistanceTo(corner) < 0.02)
            {
                return (new FittedCorner(before[^1].Number, after[0].Number, meet, half, turned, 0, isMarked ? dots[at].Number : null), from, to, Math.Abs(turned) / (1 + before[^1].Place.DistanceTo(after[0].Place)));
            }

            corner = meet;
        }

        return null;
    }

    private static bool IsBent(Leg leg, List<FollowedDot> dots) => dots.Count > 2 && leg.Excess / (dots.Count - 2) > MostExcess;

    private static int IndexOf(IReadOnlyList<FollowedDot> dots, FollowedDot dot)
    {
        for (var i = 0; i < dots.Count; i++)
        {
            if (dots[i].Number == dot.Number)
            {
                return i;
            }
        }

        return -1;
    }

    /// <summary>Dots of a leg in order along the line: the nearest that are far enough from the corner, up to the next bend or tee.</summary>
    private static List<FollowedDot> Take(IReadOnlyList<FollowedDot> dots, int from, int step, SitePoint corner, double depth)
    {
        var leg = new List<FollowedDot>();
        for (var i = from; i >= 0 && i < dots.Count && leg.Count < LegDots; i += step)
        {
            var far = dots[i].Place.DistanceTo(corner);
            if (far > LegMetres || (dots[i].Feature == LineFeature.Bend && far > 0.5))
            {
                break;
            }

            if (far >= FollowRules.CornerDepths * depth)
            {
                // Farther back a leg says less of where the line runs at its corner.
                leg.Add(dots[i] with { AcrossHalfWidthMetres = 1.96 * Math.Sqrt(Math.Pow(Knot.SigmaOf(dots[i]), 2) + (LegWander * far * far * far / 3)) });
            }
        }

        if (step < 0)
        {
            leg.Reverse();
        }

        return leg;
    }

    /// <summary>Where two legs meet, and ± of that in the worse direction; null where they hardly do.</summary>
    private static (SitePoint Place, double HalfWidth)? Meet(Leg a, Leg b)
    {
        var sine = (a.Ahead.East * b.Ahead.North) - (a.Ahead.North * b.Ahead.East);
        if (Math.Abs(sine) < 0.2)
        {
            return null;
        }

        var gap = b.Middle - a.Middle;
        var (s, t) = (((gap.East * b.Ahead.North) - (gap.North * b.Ahead.East)) / sine, ((gap.East * a.Ahead.North) - (gap.North * a.Ahead.East)) / sine);

        // The meeting place moves along one leg when the other is moved square to itself: the two shares are independent.
        var (va, vb) = (a.VarianceAt(s) / (sine * sine), b.VarianceAt(t) / (sine * sine));
        var cosine = a.Ahead.Dot(b.Ahead);
        var (mean, spread) = ((va + vb) / 2, Math.Sqrt(Math.Pow((va - vb) / 2, 2) + (va * vb * cosine * cosine)));
        return (a.Middle + (a.Ahead * s), 1.96 * Math.Sqrt(mean + spread));
    }
}
