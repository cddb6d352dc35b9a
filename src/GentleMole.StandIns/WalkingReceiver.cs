using GentleMole.Core.Trace;
using NodaTime;
using NodaTime.Text;

namespace GentleMole.StandIns;

/// <summary>
/// SIMULATED transmitter and receiver. Solves the hookup on a hidden ground, walks the target as it really lies, and streams
/// what the receiver shows.
/// </summary>
public sealed class WalkingReceiver(HttpClient api, WalkOrder order) : SimulatedReceiver(api, order.JobId, order.Seed)
{
    private const double StepMetres = 2;
    private const double HandMetres = 0.015;
    private const double ReachMetres = 1.5;

    /// <summary>A null farther from the peak than this is no null of this line: there the locator has lost it.</summary>
    private const double LostMetres = 3;

    /// <summary>Where the null lies farther from the peak, a row across is taken too: so many readings to each side.</summary>
    private const double RowFromMetres = 0.1;

    private const int RowHalf = 5;
    private const double RowStepMetres = 0.2;
    private const int MostRows = 3;

    /// <summary>Takes all readings of the walk: what the receiver shows above the hidden ground.</summary>
    public override IReadOnlyList<SentReading> Take()
    {
        if (order.Ground.Energise(order.Hookup, order.Transmitter) is not { } energised)
        {
            return [];
        }

        var walk = energised.Walk(order.Receiver, Chance, HandMetres);
        var run = order.Ground.Line(order.Hookup.Target)!.Run;
        var readings = new List<SentReading>();
        var rows = 0;
        string Moment() => InstantPattern.General.Format(order.StartedAt + Duration.FromSeconds(10 * readings.Count));
        for (var s = StepMetres; s < run.Length - 1; s += StepMetres)
        {
            var dot = walk.Dot(run, s, ReachMetres);
            if (Math.Abs(dot.NullOffsetMetres) > LostMetres)
            {
                continue;
            }

            readings.Add(new SentReading(
                NextId(), Moment(), order.Utility,
                Math.Round(dot.Place.East, 3), Math.Round(dot.Place.North, 3), Math.Round(dot.PeakTesla * 1e9, 4), Math.Round(dot.NullTesla * 1e9, 4),
                dot.DepthMetres is { } d and > 0.01 and < 20 ? Math.Round(d, 2) : null,
                dot.CurrentAmperes is { } i and < 100 ? Math.Round(i * 1000, 2) : null,
                Math.Round(dot.Direction.Degrees) % 360, order.Hookup.Hertz));
            if (Math.Abs(dot.NullOffsetMetres) < RowFromMetres || rows >= MostRows)
            {
                continue;
            }

            rows++;
            var right = run.DirectionAt(s).Right;
            foreach (var reading in walk.Row(run, s, dot.Place, RowStepMetres, RowHalf, 0.05))
            {
                var place = dot.Place + (right * reading.OffsetMetres);
                readings.Add(new SentReading(
                    NextId(), Moment(), RowAcross.Word, Math.Round(place.East, 3), Math.Round(place.North, 3), Math.Round(reading.Peak * 1e9, 4), Math.Round((reading.Null ?? 0) * 1e9, 4),
                    null, null, Math.Round(dot.Direction.Degrees) % 360, order.Hookup.Hertz));
            }
        }

        return readings;
    }
}
