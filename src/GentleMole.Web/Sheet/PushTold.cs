using GentleMole.Core;
using GentleMole.Core.Site;
using GentleMole.Core.Sonde;
using GentleMole.Core.Trace;
using GentleMole.Store.Model;

namespace GentleMole.Web.Sheet;

/// <summary>A push worked out: its stops, the pipe that they make, what the camera saw on it.</summary>
internal sealed class PushTold
{
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
        var places = fixes.ConvertAll(f => f.Place);
        var stops = fixes.Select((fix, i) => new StopTold(fix, StopOf(fix, SondeRun.AheadAt(places, i, expected)))).ToList();
        var joined = stops.FindAll(s => s.Stop.IsGood);
        if (joined.Count < 2)
        {
            return new PushTold(push, stops, null, joined);
        }

        var route = SondeRun.Join([.. joined.Select(s => (s.Fix.PaidOutMetres, s.Stop.Value, s.Fix.GroundMetres))]);
        return new PushTold(push, stops, route.IsGood ? route.Value : null, joined);
    }

    /// <summary>A stop by what was read of it.</summary>
    public static Result<SondeStop> StopOf(PushedFix fix, Azimuth? ahead) => fix.Row.Count > 0
        ? SondeStop.Of(new SondeRow(fix.Row), fix.Place, Azimuth.Of(fix.AheadDegrees ?? 0))
        : SondeStop.Of(fix.Entry(ahead));

    /// <summary>The pipe's places, as marks of its line.</summary>
    public IEnumerable<MarkPoint> Marks() => Route is { } route ? SondeRun.Marks(route, [.. Joined.Select(s => s.Stop.Value)]) : [];
}
