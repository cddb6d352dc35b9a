using GentleMole.Core.Hookup;
using GentleMole.Core.Lines;
using GentleMole.Core.Site;

namespace GentleMole.Core.Yards;

/// <content>What is done once the line is found: looked at again, hooked up again, and listened to without the transmitter.</content>
public sealed partial class SimulatedLearner
{
    /// <summary>Nobody sweeps a field in a round.</summary>
    private const int MostPasses = 30;
    private const int MostOfPass = 200;

    /// <summary>Lifted and turned at two marks.</summary>
    private void Check(YardTrail trail)
    {
        var points = trail.Points;
        foreach (var k in new[] { points.Count / 3, 2 * points.Count / 3 })
        {
            var way = (points[Math.Min(k + 1, points.Count - 1)].Place - points[Math.Max(0, k - 1)].Place).Azimuth;
            foreach (var (height, turn) in new[] { (Ground, 0.0), (0.35, 0), (Ground, 90) })
            {
                Show(points[k].Place, way.Turned(turn), height);
            }
        }

        foreach (var point in points)
        {
            var way = (points[^1].Place - points[0].Place).Azimuth;
            for (var k = -3; k <= 3; k++)
            {
                Show(point.Place + (way.Direction.Right * (k * 0.3)), way);
            }
        }
    }

    /// <summary>Where peak and null do not agree, or little runs where the marks lie, once more with another frequency.</summary>
    private void Second(YardTrail trail)
    {
        if (Has(LearnerFlaw.OneHookup) || trail.Hookup.Method == HookupMethod.Induction || trail is { IsPulled: false, Share: > 0.4 })
        {
            return;
        }

        var list = round.Instrument.Transmitter.FrequenciesHertz;
        Hook(trail.Hookup with { Hertz = list.FirstOrDefault(f => f > trail.Hookup.Hertz, list[0]) });
        for (var i = 0; i < trail.Points.Count; i++)
        {
            var way = (trail.Points[Math.Min(i + 1, trail.Points.Count - 1)].Place - trail.Points[Math.Max(0, i - 1)].Place).Azimuth;
            foreach (var k in new[] { -0.4, 0, 0.4 })
            {
                Show(trail.Points[i].Place + (way.Direction.Right * k), way);
            }
        }
    }

    /// <summary>Over the whole area without the transmitter, in both directions; what no mark explains is marked as unknown.</summary>
    private int Passive(YardTrail trail)
    {
        Hook(YardHookup.Passive);
        var (east, north) = (Site.Area[1] - Site.Area[0], Site.Area[^1] - Site.Area[0]);
        var marked = new Run(trail.Points.Select(p => p.Place));
        var tops = new List<SitePoint>();
        foreach (var (along, across) in new[] { (east, north), (north, east) })
        {
            var passes = (int)Math.Clamp(Math.Ceiling(across.Length / 4), 2, MostPasses);
            for (var p = 0; p <= passes; p++)
            {
                var n = (int)Math.Clamp(along.Length / 0.5, 2, MostOfPass);
                var pass = Enumerable.Range(0, n + 1).Select(k => Site.Area[0] + (across * ((double)p / passes)) + (along * ((double)k / n)))
                    .Select(s => (Place: s, Shown: Show(s, along.Azimuth.Turned(90)))).ToList();
                tops.AddRange(Enumerable.Range(1, n - 1).Where(k => pass[k].Shown.Steadiness > Readable && pass[k].Shown.PeakNanotesla >= pass[k - 1].Shown.PeakNanotesla && pass[k].Shown.PeakNanotesla > pass[k + 1].Shown.PeakNanotesla)
                    .Select(k => pass[k].Place));
            }
        }

        tops = [.. tops.Where(t => marked.Project(t).Foot.DistanceTo(t) > 1.5)];
        if (tops.Count < 3)
        {
            return 0;
        }

        // A straight line through them: the pair that most others agree with.
        var (from, to, _) = tops.SelectMany(a => tops.Select(b => (a, b))).Where(p => p.a.DistanceTo(p.b) > 5)
            .Select(p => (p.a, p.b, Count: tops.Count(t => Math.Abs((t - p.a).Dot((p.b - p.a).Unit().Right)) < 0.4))).DefaultIfEmpty((default, default, 0)).MaxBy(p => p.Item3);
        if (from == to)
        {
            return 0;
        }

        var line = (to - from).Unit();
        var on = tops.Where(t => Math.Abs((t - from).Dot(line.Right)) < 0.4).Select(t => (t - from).Dot(line)).Order().ToList();
        var points = new List<YardPoint>();
        for (var at = on[0]; at <= on[^1] + 0.01; at += Math.Max(1, (on[^1] - on[0]) / 8))
        {
            if (Pinpoint(from + (line * at), line.Azimuth, isQuick: false) is { } found)
            {
                points.Add(new YardPoint(found.Place, Depth(found.Place, line.Azimuth)));
            }
        }

        if (points.Count > 1)
        {
            Mark(UtilityKind.Unknown, [.. points.Select(p => p with { DepthMetres = p.DepthMetres is { } depth && YardPoint.Depths.Hold(depth) ? depth : null })]);
        }

        return points.Count > 1 ? points.Count : 0;
    }
}
