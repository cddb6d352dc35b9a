using GentleMole.Core;
using GentleMole.Core.Site;
using GentleMole.Core.Sonde;
using GentleMole.Core.Trace;
using GentleMole.Store.Model;

namespace GentleMole.Web.Sheet;

/// <summary>A push worked out: its stops, the pipe that they make, what the camera saw on it.</summary>
internal sealed class PushTold
{
    private const double LeastPlaceSigma = 0.05;
    private const double LeastDepthSigma = 0.01;
    private const double LeastChord = 0.5;
    private const double Uneven = 0.008;
    private const double NinetyFive = 1.96;

    private PushTold(SondePush push, IReadOnlyList<StopTold> stops, SondeRoute? route, IReadOnlyList<StopTold> joined)
    {
        (Push, Stops, Route, Joined) = (push, stops, route, joined);
        Finds = [.. push.Finds.OrderBy(f => f.PaidOutMetres).ThenBy(f => f.Id).Select(f => new FindTold(f, route?.At(f.PaidOutMetres)))];
    }

    public SondePush Push { get; }

    /// <summary>In the order of the cable.</summary>
    public IReadOnlyList<StopTold> Stops { get; }

    /// <summary>The pipe; null with fewer than two stops that say something.</summary>
    public SondeRoute? Route { get; }

    /// <summary>The stops that the route was made of, by its numbers.</summary>
    public IReadOnlyList<StopTold> Joined { get; }

    public IReadOnlyList<FindTold> Finds { get; }

    /// <summary>True when somebody said that the pipe is marked by it.</summary>
    public bool IsTaken => Push.TakenAt is not null && Route is not null;

    /// <summary>Works a push out.</summary>
    /// <param name="expected">Where the pipe runs by plan, for the direction of the first stop.</param>
    public static PushTold Of(SondePush push, Run? expected)
    {
        var fixes = push.Fixes.OrderBy(f => f.PaidOutMetres).ThenBy(f => f.Id).ToList();
        var stops = fixes.Select((fix, i) => new StopTold(fix, StopOf(fix, AheadAt(fixes, i, expected)))).ToList();
        var joined = stops.FindAll(s => s.Stop.IsGood);
        if (joined.Count < 2)
        {
            return new PushTold(push, stops, null, joined);
        }

        var route = SondeRoute.Of(new SondeRouteTask(
            [.. joined.Select(s => new SondeFix(s.Fix.PaidOutMetres, s.Stop.Value.Place, new(Math.Max(SondeRules.Depth.Least, s.Stop.Value.Found.Depth.Value)), s.Fix.GroundMetres))],
            Sigma(joined.Select(s => s.Stop.Value.PlaceSigmaMetres), LeastPlaceSigma, SondeRules.PlaceSigma), Sigma(joined.Select(s => s.Stop.Value.Found.Depth.HalfWidth / NinetyFive), LeastDepthSigma, SondeRules.DepthSigma)));
        return new PushTold(push, stops, route.IsGood ? route.Value : null, joined);
    }

    /// <summary>A stop by what was read of it.</summary>
    public static Result<SondeStop> StopOf(PushedFix fix, Azimuth? ahead) => fix.Row.Count > 0
        ? SondeStop.Of(new SondeRow(fix.Row), fix.Place, Azimuth.Of(fix.AheadDegrees ?? 0))
        : SondeStop.Of(fix.Entry(ahead));

    /// <summary>Which way the pipe runs at a stop: from the one before to the one behind, else as planned.</summary>
    public static Azimuth? AheadAt(IReadOnlyList<PushedFix> fixes, int i, Run? expected)
    {
        var (before, after) = (fixes[Math.Max(0, i - 1)].Place, fixes[Math.Min(fixes.Count - 1, i + 1)].Place);
        return before.DistanceTo(after) > LeastChord ? (after - before).Azimuth : AlongPlan(fixes[i].Place, expected, null);
    }

    /// <summary>Which way a pipe runs by plan; unknown which of both ways until there is a stop before.</summary>
    public static Azimuth? AlongPlan(SitePoint place, Run? expected, SitePoint? before)
    {
        if (before is { } from && from.DistanceTo(place) > LeastChord)
        {
            return (place - from).Azimuth;
        }

        return expected?.Project(place) is { } station ? expected!.DirectionAt(station.ChainageMetres).Azimuth : null;
    }

    /// <summary>The pipe's places, as marks of its line.</summary>
    public IEnumerable<MarkPoint> Marks() => Route is not { } route ? [] : route.Points.Select(p =>
    {
        var stop = Joined[p.Fix].Stop.Value;
        var half = NinetyFive * Math.Sqrt((p.HeightSigmaMetres * p.HeightSigmaMetres) + (Uneven * Uneven));
        return new MarkPoint(p.Place, NinetyFive * stop.PlaceSigmaMetres, Estimate.Symmetric(p.Depth.Metres, half), stop.Found.Verdict == Verdict.Reject ? Verdict.Caution : stop.Found.Verdict, p.Fix + 1);
    });

    private static double Sigma(IEnumerable<double> sigmas, double least, Bounds bounds) =>
        Math.Clamp(Math.Max(least, Math.Sqrt(sigmas.Select(s => s * s).Average())), bounds.Least, bounds.Most);
}
