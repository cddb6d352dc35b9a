using GentleMole.Core.Sonde;
using NodaTime;
using NodaTime.Text;

namespace GentleMole.StandIns;

/// <summary>SIMULATED sonde in a hidden drain, and the receiver that is walked over it at every stop: streams both coils' levels by the cable paid out.</summary>
public sealed class SondeReceiver(HttpClient api, PushOrder order) : SimulatedReceiver(api, order.JobId, order.Seed)
{
    private const double SondeHertz = 33_000;

    protected override int AtOnce => 10;

    public override IReadOnlyList<SentReading> Take()
    {
        var (readings, seconds) = (new List<SentReading>(), 0.0);
        foreach (var cable in order.Cables)
        {
            foreach (var (place, along, up, shown) in order.Drain.Walk(cable, Chance))
            {
                readings.Add(new SentReading(
                    NextId(), InstantPattern.ExtendedIso.Format(order.StartedAt + Duration.FromSeconds(seconds)), SondeTrack.WordFor(cable), Math.Round(place.East, 3), Math.Round(place.North, 3),
                    Math.Round(along, 3), Math.Round(up, 3), Math.Round(shown, 2), null, 0, SondeHertz));
                seconds += 0.4;
            }

            seconds += 60;
        }

        return readings;
    }
}
