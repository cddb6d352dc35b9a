using GentleMole.Core.Hookup;
using GentleMole.Core.Network;
using GentleMole.Core.Site;

namespace GentleMole.Core.Sweeps;

/// <summary>Walking once round the hookup with the blade square to the walk: every response counts, not just the first.</summary>
public static class ArcSweep
{
    /// <summary>Radius that is walked where nobody says another.</summary>
    public const double UsualRadiusMetres = 8;

    /// <summary>A maximum is a response when it is this part of the strongest and stands out of its surroundings.</summary>
    private const double LeastPart = 0.04;

    private const double StandsOut = 1.15;

    /// <summary>How far from the crossing of a line its response may be found.</summary>
    private const double OfLineMetres = 1.2;

    /// <summary>A bearing read by hand is good to about this.</summary>
    private const double BearingDegrees = 15;

    /// <summary>The expected ring.</summary>
    public static ArcExpected Expect(SolvedNetwork solved, SupposedGround ground, SitePoint centre, double radiusMetres)
    {
        var field = solved.Field();
        var around = new double[360];
        for (var bearing = 0; bearing < 360; bearing++)
        {
            var out_ = Azimuth.Of(bearing).Direction;
            var place = centre + (out_ * radiusMetres);
            var walk = out_.Right;
            around[bearing] = 1e9 * field.At(new Vector3(place.East, place.North, HookupPrediction.Tip.Metres)).SizeAlong(new Vector3(walk.East, walk.North, 0));
        }

        var maxima = Enumerable.Range(0, 360)
            .Where(b => around[b] > around[(b + 359) % 360] && around[b] >= around[(b + 1) % 360] && Stands(around, b))
            .Select(b => Told(b, around[b], centre, radiusMetres, solved, ground))
            .ToList();

        // The lead on the ground drowns everything where the circle crosses it; lines are measured against each other.
        var strongest = maxima.Where(m => !m.OfStake).Select(m => m.Nanotesla).DefaultIfEmpty(around.Max()).Max();
        var responses = maxima.Where(m => m.Nanotesla >= LeastPart * strongest)
            .Select(m => m with { Part = strongest > 0 ? m.Nanotesla / strongest : 0 })
            .OrderByDescending(r => r.Part)
            .ToList();

        // The lead has a shoulder on both sides of it; they are all one.
        responses = [.. responses.Where(r => !r.OfStake || r == responses.First(o => o.OfStake))];
        return new ArcExpected(centre, radiusMetres, around, responses);
    }

    /// <summary>What was found beside what was expected: pairs first, then what was found and not expected, then what is missing.</summary>
    public static IReadOnlyList<ArcMatch> Compare(ArcExpected expected, IReadOnlyList<Azimuth> bearings)
    {
        var left = expected.Responses.ToList();
        var pairs = new List<ArcMatch>();
        var strange = new List<ArcMatch>();
        foreach (var found in bearings)
        {
            var nearest = left.OrderBy(r => r.Bearing.ApartFrom(found)).FirstOrDefault();
            if (nearest is not null && nearest.Bearing.ApartFrom(found) <= BearingDegrees)
            {
                left.Remove(nearest);
                pairs.Add(new ArcMatch(found, nearest));
            }
            else
            {
                strange.Add(new ArcMatch(found, null));
            }
        }

        return [.. pairs, .. strange, .. left.Select(r => new ArcMatch(null, r))];
    }

    private static bool Stands(double[] around, int bearing)
    {
        double Lowest(int step)
        {
            var low = around[bearing];
            for (var k = 1; k <= 60; k++)
            {
                var here = around[(bearing + (step * k) + 720) % 360];
                if (here > around[bearing])
                {
                    break;
                }

                low = Math.Min(low, here);
            }

            return low;
        }

        return around[bearing] > StandsOut * Math.Max(Lowest(1), Lowest(-1));
    }

    private static ArcResponse Told(int bearing, double response, SitePoint centre, double radius, SolvedNetwork solved, SupposedGround ground)
    {
        var place = centre + (Azimuth.Of(bearing).Direction * radius);
        if (solved.Source is DirectSource direct)
        {
            var lead = new Run([solved.Network.Line(direct.At.Line).At(direct.At.ChainageMetres) is var p ? new SitePoint(p.East, p.North) : default, direct.Stake.Place]);
            if (lead.Project(place).Foot.DistanceTo(place) < OfLineMetres)
            {
                return new ArcResponse(Azimuth.Of(bearing), response, 1, null, true);
            }
        }

        // Several lines may cross there; the one that would be heard strongest names the response.
        var line = ground.Metallic
            .Where(l => l.Run.Project(place).Foot.DistanceTo(place) < Math.Max(OfLineMetres, l.Depth.Metres))
            .MaxBy(l => solved.CurrentAt(l.Id, SupposedGround.Before(l) + l.Run.Project(place).ChainageMetres).Magnitude / l.Depth.Metres);
        return new ArcResponse(Azimuth.Of(bearing), response, 1, line?.Id, false);
    }
}
