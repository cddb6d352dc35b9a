using GentleMole.Core;
using GentleMole.Core.Fault;
using NodaTime;
using NodaTime.Text;

namespace GentleMole.StandIns;

/// <summary>SIMULATED frame that is set down along a cable with hidden leaks: streams its level, with an arrow towards the fault.</summary>
public sealed class WalkedFrame(HttpClient api, FrameWalkOrder order) : SimulatedReceiver(api, order.JobId, order.Seed)
{
    private const double FaultHertz = 4.8;
    private const double AsideMetres = 0.1;

    protected override int AtOnce => 4;

    public override IReadOnlyList<SentReading> Take()
    {
        var (readings, seconds) = (new List<SentReading>(), 0.0);
        foreach (var reading in order.Sheath.Walk(Chance, order.SpacingMetres).Readings.TakeWhile(r => r.AlongMetres <= order.Cable.Length))
        {
            var (at, ahead) = (order.Cable.At(reading.AlongMetres), order.Cable.DirectionAt(reading.AlongMetres));
            var place = at + (ahead.Right * (AsideMetres * Deviate.Normal(Chance)));
            readings.Add(new SentReading(
                NextId(), InstantPattern.ExtendedIso.Format(order.StartedAt + Duration.FromSeconds(seconds)), FrameTrack.Word, Math.Round(place.East, 3), Math.Round(place.North, 3),
                Math.Round(Math.Abs(reading.Level), 4), 0, null, null, Math.Round((reading.Level < 0 ? ahead : ahead * -1).Azimuth.Degrees, 1) % 360, FaultHertz));
            seconds += 8;
        }

        return readings;
    }
}
