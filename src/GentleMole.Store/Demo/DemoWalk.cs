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
    private readonly CoilReceiver _receiver = new(
        [.. driven.SelectMany(d => d.Line.Wires(s => d.Milliamps(s) / 1000))], new ReceiverBuild(), random);

    /// <summary>A dot on a line at a chainage of its truth.</summary>
    /// <param name="lift">Take the lift test too.</param>
    /// <param name="across">Take a row of readings across.</param>
    public Reading Dot(BuriedLine line, double chainageMetres, bool lift, bool across)
    {
        var truth = line.Run.At(chainageMetres);
        var ahead = line.Run.DirectionAt(chainageMetres);
        var (peak, silent) = _receiver.Sweep(truth, ahead, 1.2, HandMetres);
        var place = truth + (ahead.Right * peak);
        var shown = _receiver.Read(place, ahead);
        var reading = new Reading
        {
            Id = NextId(),
            Utility = line.Kind.ToString(),
            EastMetres = Math.Round(place.East, 3),
            NorthMetres = Math.Round(place.North, 3),
            NullOffsetMetres = Math.Round(silent - peak, 2),
            DepthMetres = shown.DepthMetres is { } d ? Math.Round(d, 2) : null,
            CurrentMilliamps = shown.CurrentAmperes is { } i ? Math.Round(i * 1000, 1) : null,
            DirectionDegrees = Math.Round((ahead.AzimuthDegrees + (2 * CoilReceiver.Gaussian(random)) + 360) % 360),
            SidewaysPercent = Math.Round(100 * _receiver.Sideways(place, ahead)),
            Peak = Math.Round(shown.PeakTesla * 1e9, 2),
            Null = Math.Round(shown.NullTesla * 1e9, 2),
        };
        if (lift)
        {
            reading.LiftMetres = 0.3;
            var raised = _receiver.Read(place, ahead, 0.3);
            reading.LiftedDepthMetres = raised.DepthMetres is { } up ? Math.Round(up + 0.3, 2) : null;
        }

        if (across)
        {
            reading.Across = [.. Enumerable.Range(-5, 11).Select(k =>
            {
                var there = _receiver.Read(place + (ahead.Right * (0.2 * k)), ahead);
                return new CrossReading(0.2 * k, 0.05, Math.Round(there.PeakTesla * 1e9, 2), Math.Round(there.NullTesla * 1e9, 2));
            })];
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
