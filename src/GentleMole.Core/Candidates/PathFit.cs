using GentleMole.Core.Site;

namespace GentleMole.Core.Candidates;

/// <summary>Paths through responses by least squares, square to the path.</summary>
internal static class PathFit
{
    /// <summary>Lines on a site before anything is heard.</summary>
    private const double LinesExpected = 3;

    private const double StraightShare = 0.5;

    private const double CurvedShare = 0.3;

    private const double CorneredShare = 0.2;

    /// <summary>Standard deviation of C of a bend before anything is heard, 1/m.</summary>
    private const double CurveSigma = 0.02;

    /// <summary>Tightest gentle bend, metres: tighter ones are corners.</summary>
    private const double LeastRadius = 15;

    private static readonly (double Least, double Most) Turn = (25 * Math.PI / 180, 115 * Math.PI / 180);

    public static CandidatePath? Straight(WalkedSite site, IReadOnlyList<int> hits) =>
        Leg(site, hits, isCurved: false) is { } leg
            ? new CandidatePath([leg], Math.Log(StraightShare * LinesExpected / site.Perimeter), Math.Log(2 * Math.PI) + HalfLogDeterminant(leg))
            : null;

    public static CandidatePath? Curved(WalkedSite site, IReadOnlyList<int> hits) =>
        hits.Count >= 3 && Leg(site, hits, isCurved: true) is { } leg && Math.Abs(2 * leg.C) <= 1 / LeastRadius
            ? new CandidatePath(
                [leg], Math.Log(CurvedShare * LinesExpected / site.Perimeter) - Math.Log(CurveSigma * Math.Sqrt(2 * Math.PI)) - (0.5 * leg.C * leg.C / (CurveSigma * CurveSigma)),
                (1.5 * Math.Log(2 * Math.PI)) + HalfLogDeterminant(leg, isCurved: true))
            : null;

    /// <summary>Two legs that meet: the first through some responses, the second through others. What lies beyond the corner is of neither.</summary>
    public static CandidatePath? Cornered(WalkedSite site, IReadOnlyList<int> before, IReadOnlyList<int> after)
    {
        if (before.Count < 2 || after.Count < 2 || Leg(site, before, isCurved: false) is not { } first || Leg(site, after, isCurved: false) is not { } second)
        {
            return null;
        }

        // Straight legs: their own direction is the axis, so that A and B are 0.
        (first, second) = (Axis(first), Axis(second));
        var cross = first.Ahead.Right.Dot(second.Ahead);
        if (Math.Abs(cross) < 1e-3)
        {
            return null;
        }

        var between = second.Origin - first.Origin;
        var corner = first.Origin + (first.Ahead * (between.Dot(second.Ahead.Right) / first.Ahead.Dot(second.Ahead.Right)));

        // Towards the corner on the first, away from it on the second.
        var (firstMean, secondMean) = (Mean(site, before), Mean(site, after));
        first = Towards(first, corner - firstMean);
        second = Towards(second, secondMean - corner);
        var turn = Math.Acos(Math.Clamp(first.Ahead.Dot(second.Ahead), -1, 1));
        if (turn < Turn.Least || turn > Turn.Most)
        {
            return null;
        }

        first = first with { To = first.Local(corner).X };
        second = second with { From = second.Local(corner).X };
        // Where the corner lies along the first leg and which way the second goes are free: as density over offset and azimuth of the second.
        var prior = Math.Log(CorneredShare * LinesExpected / site.Perimeter) - Math.Log(site.Perimeter / 4) - Math.Log(Math.PI) - Math.Log(Math.Sin(turn));
        return new CandidatePath([first, second], prior, (2 * Math.Log(2 * Math.PI)) + HalfLogDeterminant(first) + HalfLogDeterminant(second));
    }

    private static SitePoint Mean(WalkedSite site, IReadOnlyList<int> hits)
    {
        var sum = new SitePoint(0, 0);
        foreach (var hit in hits)
        {
            sum += site.Responses[hit].Place;
        }

        return sum * (1.0 / hits.Count);
    }

    private static PathLeg Axis(PathLeg leg)
    {
        // The covariance of offset and slope is that of offset and azimuth to first order; slopes are small by choice of the frame.
        var way = leg.Way(0);
        return leg with { Origin = leg.At(0), Ahead = way, A = 0, B = 0 };
    }

    private static PathLeg Towards(PathLeg leg, SitePoint way) =>
        leg.Ahead.Dot(way) >= 0 ? leg : leg with { Ahead = leg.Ahead * -1, Covariance = leg.Covariance with { Ab = -leg.Covariance.Ab } };

    private static PathLeg? Leg(WalkedSite site, IReadOnlyList<int> hits, bool isCurved)
    {
        var origin = Mean(site, hits);
        double ee = 0, nn = 0, en = 0;
        foreach (var hit in hits)
        {
            var from = site.Responses[hit].Place - origin;
            (ee, nn, en) = (ee + (from.East * from.East), nn + (from.North * from.North), en + (from.East * from.North));
        }

        if (ee + nn < 0.25)
        {
            return null;
        }

        var angle = 0.5 * Math.Atan2(2 * en, ee - nn);
        var ahead = new SitePoint(Math.Cos(angle), Math.Sin(angle));
        var leg = new PathLeg(origin, ahead, 0, 0, 0, double.NegativeInfinity, double.PositiveInfinity, default);
        var size = isCurved ? 3 : 2;
        Span<double> normal = stackalloc double[9];
        Span<double> right = stackalloc double[3];
        LowerTriangle? factor = null;
        for (var round = 0; round < (isCurved ? 3 : 2); round++)
        {
            normal.Clear();
            right.Clear();
            foreach (var hit in hits)
            {
                var (x, y) = leg.Local(site.Responses[hit].Place);
                var slope = leg.Slope(x);

                // Distances are square to the path.
                var weight = 1 / ((1 + (slope * slope)) * site.Sigma * site.Sigma);
                ReadOnlySpan<double> terms = [1, x, x * x];
                for (var i = 0; i < size; i++)
                {
                    right[i] += weight * terms[i] * y;
                    for (var j = 0; j <= i; j++)
                    {
                        normal[(i * size) + j] += weight * terms[i] * terms[j];
                    }
                }
            }

            if (isCurved)
            {
                normal[8] += 1 / (CurveSigma * CurveSigma);
            }

            factor = LowerTriangle.Of(normal, size);
            if (factor is null)
            {
                return null;
            }

            factor.Forward(right[..size]);
            factor.Backward(right[..size]);
            leg = leg with { A = right[0], B = right[1], C = isCurved ? right[2] : 0 };
        }

        var inverse = factor!.Inverse();
        return leg with
        {
            Covariance = isCurved
                ? new LegCovariance(inverse[0], inverse[3], inverse[4], inverse[6], inverse[7], inverse[8])
                : new LegCovariance(inverse[0], inverse[2], inverse[3], 0, 0, 0),
        };
    }

    private static double HalfLogDeterminant(PathLeg leg, bool isCurved = false)
    {
        var c = leg.Covariance;
        var two = (c.Aa * c.Bb) - (c.Ab * c.Ab);
        var determinant = !isCurved
            ? two
            : (c.Aa * ((c.Bb * c.Cc) - (c.Bc * c.Bc))) - (c.Ab * ((c.Ab * c.Cc) - (c.Bc * c.Ac))) + (c.Ac * ((c.Ab * c.Bc) - (c.Bb * c.Ac)));
        return 0.5 * Math.Log(Math.Max(determinant, 1e-300));
    }
}
