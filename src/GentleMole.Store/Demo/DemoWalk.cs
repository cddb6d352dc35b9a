using GentleMole.Core.Instruments;
using GentleMole.Core.Pinpoint;
using GentleMole.Core.Practice;
using GentleMole.Core.Site;
using GentleMole.Store.Model;

namespace GentleMole.Store.Demo;

/// <summary>
/// Walks a hidden ground with a simulated receiver, as a careful locator would, and writes down what it shows. The readings
/// obey the same field laws that later judge them; the ground itself never enters the job.
/// </summary>
public sealed class DemoWalk(IReadOnlyList<DrivenLine> driven, Random random)
{
    private const double HandMetres = 0.012;
    private const double ReachMetres = 1.2;
    private const double LiftMetres = 0.3;
    private readonly GroundWalk _walk = new(
        new CoilReceiver([.. driven.SelectMany(d => d.Line.Wires(s => d.Milliamps(s) / 1000))], new ReceiverBuild(), random), random, HandMetres);

    /// <summary>A dot on a line at a chainage of its truth.</summary>
    /// <param name="lift">Take the lift test too.</param>
    /// <param name="across">Take a row of readings across.</param>
    public Reading Dot(BuriedLine line, double chainageMetres, bool lift, bool across)
    {
        var id = NextId();
        var dot = _walk.Dot(line.Run, chainageMetres, ReachMetres);
        var reading = new Reading
        {
            Id = id,
            Utility = line.Kind.ToString(),
            EastMetres = Math.Round(dot.Place.East, 3),
            NorthMetres = Math.Round(dot.Place.North, 3),
            NullOffsetMetres = Math.Round(dot.NullOffsetMetres, 2),
            DepthMetres = dot.DepthMetres is { } d ? Math.Round(d, 2) : null,
            CurrentMilliamps = dot.CurrentAmperes is { } i ? Math.Round(i * 1000, 1) : null,
            DirectionDegrees = Math.Round(dot.Direction.Degrees) % 360,
            SidewaysPercent = Math.Round(100 * dot.SidewaysPart),
            Peak = Math.Round(dot.PeakTesla * 1e9, 2),
            Null = Math.Round(dot.NullTesla * 1e9, 2),
        };
        if (lift)
        {
            reading.LiftMetres = LiftMetres;
            reading.LiftedDepthMetres = _walk.Lifted(line.Run, chainageMetres, dot.Place, LiftMetres) is { } up ? Math.Round(up + LiftMetres, 2) : null;
        }

        if (across)
        {
            reading.Across = [.. _walk.Row(line.Run, chainageMetres, dot.Place, 0.2, 5, 0.05)
                .Select(r => r with { Peak = Math.Round(r.Peak * 1e9, 2), Null = Math.Round((r.Null ?? 0) * 1e9, 2) })];
        }

        return reading;
    }

    /// <summary>Ids from the seed, so that a demo made again is the same demo.</summary>
    private Guid NextId()
    {
        var bytes = new byte[16];
        random.NextBytes(bytes);
        return new Guid(bytes);
    }
}
