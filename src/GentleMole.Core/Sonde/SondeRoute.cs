using GentleMole.Core.Lines;
using GentleMole.Core.Site;

namespace GentleMole.Core.Sonde;

/// <summary>A pipe, as the fixes of a sonde and the cable paid out tell it.</summary>
/// <param name="Points">Of every fix that is no outlier, in the order of the cable.</param>
/// <param name="LengthMetres">In space, from the first to the last of them.</param>
/// <param name="FallPerMetre">From level, positive down in the direction of pushing: the mean from the first to the last point.</param>
/// <param name="Steps">Between all fixes, in the order of the cable.</param>
/// <param name="Outliers">Numbers of the fixes whose place or depth the others contradict.</param>
/// <param name="WrongPlaces">Those of them whose place is wrong.</param>
/// <param name="Backfalls">Stretches that rise against the fall.</param>
public sealed record SondeRoute(
    IReadOnlyList<SondeRoutePoint> Points, double LengthMetres, Estimate FallPerMetre, IReadOnlyList<SondeStep> Steps, IReadOnlyList<int> Outliers, IReadOnlyList<int> WrongPlaces,
    IReadOnlyList<SondeBackfall> Backfalls)
{
    private const double TooLongSigmas = 2.5;
    private const double CounterPart = 0.02;
    private const double SpotSigma = 0.15;
    private const double BeyondPart = 0.1;
    private const double SlackPart = 0.20;

    /// <summary>A cable that is longer than the chord by less than this part went round a bend that the chord cuts short; what it is too long in a straight pipe.</summary>
    private const double CutShort = 0.12;
    private const double CableSpare = 0.007;
    private const double InLineSigmas = 2;

    /// <summary>Joins fixes to a pipe.</summary>
    public static Result<SondeRoute> Of(SondeRouteTask task)
    {
        if (SondeRules.Check(task) is { Count: > 0 } wrong)
        {
            return wrong;
        }

        var order = Enumerable.Range(0, task.Fixes.Count).OrderBy(i => task.Fixes[i].PaidOutMetres).ToArray();
        var fixes = Array.ConvertAll(order, i => task.Fixes[i]);
        var steps = new List<SondeStep>();
        for (var i = 1; i < fixes.Length; i++)
        {
            steps.Add(StepOf(order[i - 1], order[i], fixes[i - 1], fixes[i], task.PlaceSigmaMetres));
        }

        var wrongPlaces = RoutePlaces.Wrong(fixes, task.PlaceSigmaMetres);
        var good = Enumerable.Range(0, fixes.Length).Where(i => !wrongPlaces.Contains(i)).ToArray();
        var places = Smoothed(good.Select(i => fixes[i]).ToArray(), task.PlaceSigmaMetres);
        var way = Way(good.Select(i => fixes[i]).ToArray(), places, task.PlaceSigmaMetres);
        var heights = RouteHeights.Of(way, [.. good.Select(i => fixes[i].HeightMetres)], task.DepthSigmaMetres);

        // A depth that is wrong leaves its place good, and the point out all the same.
        var kept = Enumerable.Range(0, good.Length).Where(k => !heights.Wrong.Contains(k)).ToArray();
        var points = kept.Select(k => new SondeRoutePoint(
            order[good[k]], places[k], new Depth(fixes[good[k]].GroundMetres - heights.Heights[k]), way[k] - way[kept[0]], heights.Heights[k], heights.Sigmas[k], fixes[good[k]].PaidOutMetres)).ToList();
        double length = 0;
        for (var k = 1; k < points.Count; k++)
        {
            var (run, rise) = (points[k].WayMetres - points[k - 1].WayMetres, points[k].HeightMetres - points[k - 1].HeightMetres);
            length += Math.Sqrt((run * run) + (rise * rise));
        }

        return new SondeRoute(
            points, length, heights.Fall(kept[0], kept[^1]), steps, [.. wrongPlaces.Concat(heights.Wrong.Select(k => good[k])).Select(i => order[i]).Order()], [.. wrongPlaces.Select(i => order[i]).Order()],
            [.. heights.Backfalls.Select(b => new SondeBackfall(order[good[b.From]], order[good[b.To]], heights.Heights[b.To] - heights.Heights[b.From]))]);
    }

    /// <summary>Where on the pipe so much cable leads; null where there are no two points.</summary>
    /// <param name="paidOutMetres">Cable at what was seen.</param>
    public SondeSpot? At(double paidOutMetres)
    {
        if (Points.Count < 2)
        {
            return null;
        }

        var next = Math.Clamp(Points.Count(p => p.PaidOutMetres < paidOutMetres), 1, Points.Count - 1);
        var (one, other) = (Points[next - 1], Points[next]);
        var cable = other.PaidOutMetres - one.PaidOutMetres;
        var part = cable > 0 ? (paidOutMetres - one.PaidOutMetres) / cable : 0;
        var beyond = Math.Max(0, Math.Max(one.PaidOutMetres - paidOutMetres, paidOutMetres - other.PaidOutMetres));
        var plan = other.Place - one.Place;

        // Beyond the last fix the pipe is taken to go straight on, a metre of cable for a metre of way.
        var place = beyond > 0 ? (part < 0 ? one.Place - (plan.Unit() * beyond) : other.Place + (plan.Unit() * beyond)) : one.Place + (plan * part);
        var way = beyond > 0 ? (part < 0 ? -beyond : other.WayMetres + beyond) : one.WayMetres + ((other.WayMetres - one.WayMetres) * part);
        var slope = other.WayMetres > one.WayMetres ? (other.HeightMetres - one.HeightMetres) / (other.WayMetres - one.WayMetres) : 0;
        var nearest = Math.Min(Math.Abs(paidOutMetres - one.PaidOutMetres), Math.Abs(paidOutMetres - other.PaidOutMetres));
        return new SondeSpot(place, way, one.HeightMetres + (slope * (way - one.WayMetres)), Math.Sqrt((SpotSigma * SpotSigma) + (CounterPart * nearest * CounterPart * nearest) + (beyond * beyond * BeyondPart * BeyondPart)), beyond > 0);
    }

    private static SondeStep StepOf(int from, int to, SondeFix one, SondeFix other, double sigma)
    {
        var plan = one.Place.DistanceTo(other.Place);
        var rise = other.HeightMetres - one.HeightMetres;
        var (straight, paid) = (Math.Sqrt((plan * plan) + (rise * rise)), other.PaidOutMetres - one.PaidOutMetres);
        var scatter = TooLongSigmas * Math.Sqrt(2) * sigma;
        var verdict = straight - paid > scatter + (CounterPart * paid) ? StepVerdict.TooLong : paid - straight > scatter + (SlackPart * paid) ? StepVerdict.Slack : StepVerdict.Fits;
        return new SondeStep(from, to, straight, paid, verdict);
    }

    /// <summary>Places moved towards the line of their neighbours where the three are in line within their scatter.</summary>
    private static SitePoint[] Smoothed(SondeFix[] fixes, double sigma)
    {
        var places = Array.ConvertAll(fixes, f => f.Place);
        for (var i = 1; i + 1 < fixes.Length; i++)
        {
            var (before, here, after) = (fixes[i - 1].Place, fixes[i].Place, fixes[i + 1].Place);
            var chord = after - before;
            var length = chord.Length;
            if (length == 0)
            {
                continue;
            }

            var along = Math.Clamp((here - before).Dot(chord) / (length * length), 0, 1);
            var spread = (along * along) + ((1 - along) * (1 - along));
            var foot = before + (chord * along);
            if (here.DistanceTo(foot) < InLineSigmas * sigma * Math.Sqrt(1 + spread))
            {
                places[i] = here + ((foot - here) * (1 / (1 + spread)));
            }
        }

        return places;
    }

    /// <summary>Along the pipe in plan: the cable where it is a little longer than the chord (a bend that the chord cuts short), the middle of both where it is shorter only by scatter, else the chord.</summary>
    private static double[] Way(SondeFix[] fixes, SitePoint[] places, double sigma)
    {
        var way = new double[fixes.Length];
        for (var i = 1; i < fixes.Length; i++)
        {
            var chord = places[i].DistanceTo(places[i - 1]);
            var rise = fixes[i].HeightMetres - fixes[i - 1].HeightMetres;
            var paid = fixes[i].PaidOutMetres - fixes[i - 1].PaidOutMetres;
            var straight = Math.Sqrt((chord * chord) + (rise * rise));
            var along = paid >= straight * (1 + CutShort) || straight - paid > TooLongSigmas * Math.Sqrt(2) * sigma ? straight : paid > straight ? paid * (1 - CableSpare) : (straight + paid) / 2;
            way[i] = way[i - 1] + Math.Max(Math.Sqrt(Math.Max((along * along) - (rise * rise), chord * chord / 4)), LeastStep);
        }

        return way;
    }

    private const double LeastStep = 1e-3;
}
