using GentleMole.Core.Site;
using GentleMole.Core.Trace;

namespace GentleMole.Core.Sonde;

/// <summary>
/// What makes a pipe of the stops of one push: which way it runs at each, how far places and depths scatter, and what is marked
/// by it.
/// </summary>
public static class SondeRun
{
    private const double LeastPlaceSigma = 0.05;
    private const double LeastDepthSigma = 0.01;

    /// <summary>Two stops nearer than this tell no direction, metres.</summary>
    private const double LeastChord = 0.5;

    /// <summary>Standard deviation of a surface's height, as it is levelled, metres.</summary>
    private const double Uneven = 0.008;

    private const double NinetyFive = 1.96;

    /// <summary>Which way the pipe runs at a stop: from the one before to the one behind; where they lie in one place, as planned.</summary>
    /// <param name="places">Of the stops, in the order of the cable.</param>
    /// <param name="expected">Where the pipe runs by plan.</param>
    public static Azimuth? AheadAt(IReadOnlyList<SitePoint> places, int i, Run? expected)
    {
        var (before, after) = (places[Math.Max(0, i - 1)], places[Math.Min(places.Count - 1, i + 1)]);
        return before.DistanceTo(after) > LeastChord ? (after - before).Azimuth : AheadFrom(places[i], null, expected);
    }

    /// <summary>Which way a pipe runs on from the stop before; by plan where there is none, with its direction one of two.</summary>
    public static Azimuth? AheadFrom(SitePoint place, SitePoint? before, Run? expected)
    {
        if (before is { } from && from.DistanceTo(place) > LeastChord)
        {
            return (place - from).Azimuth;
        }

        return expected?.Project(place) is { } station ? expected!.DirectionAt(station.ChainageMetres).Azimuth : null;
    }

    /// <summary>
    /// The stops, joined to a route. One scatter holds for all of them, the quadratic mean of their own: a route asks how a stop
    /// fits the others, and one that was poorly found must not excuse itself.
    /// </summary>
    /// <param name="stops">Two at least, in the order of the cable, with the surface's height from any level.</param>
    public static Result<SondeRoute> Join(IReadOnlyList<(double PaidOutMetres, SondeStop Stop, double GroundMetres)> stops) => SondeRoute.Of(new SondeRouteTask(
        [.. stops.Select(s => new SondeFix(s.PaidOutMetres, s.Stop.Place, new(Math.Max(SondeRules.Depth.Least, s.Stop.Found.Depth.Value)), s.GroundMetres))],
        Scatter(stops.Select(s => s.Stop.PlaceSigmaMetres), LeastPlaceSigma, SondeRules.PlaceSigma),
        Scatter(stops.Select(s => s.Stop.Found.Depth.HalfWidth / NinetyFive), LeastDepthSigma, SondeRules.DepthSigma)));

    /// <summary>The pipe's places as marks of its line, each as sure as its stop.</summary>
    /// <param name="joined">The stops that the route was made of, by its numbers.</param>
    public static IEnumerable<MarkPoint> Marks(SondeRoute route, IReadOnlyList<SondeStop> joined) => route.Points.Select(p =>
    {
        var stop = joined[p.Fix];
        var half = NinetyFive * Math.Sqrt((p.HeightSigmaMetres * p.HeightSigmaMetres) + (Uneven * Uneven));
        return new MarkPoint(p.Place, NinetyFive * stop.PlaceSigmaMetres, Estimate.Symmetric(p.Depth.Metres, half),
            stop.Found.Verdict == Verdict.Reject ? Verdict.Caution : stop.Found.Verdict, p.Fix + 1) { By = MarkedBy.Sonde, IsDoubtOfPlace = true };
    });

    private static double Scatter(IEnumerable<double> sigmas, double least, Bounds bounds) =>
        Math.Clamp(Math.Max(least, Math.Sqrt(sigmas.Select(s => s * s).Average())), bounds.Least, bounds.Most);
}
