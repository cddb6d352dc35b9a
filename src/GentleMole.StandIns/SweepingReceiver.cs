using GentleMole.Core;
using GentleMole.Core.Practice;
using GentleMole.Core.Sweeps;
using NodaTime;
using NodaTime.Text;

namespace GentleMole.StandIns;

/// <summary>SIMULATED receiver that is walked along passes over a hidden ground and streams its level, with depth and current where it meets something.</summary>
public sealed class SweepingReceiver(HttpClient api, SweepOrderWalk order) : SimulatedReceiver(api, order.JobId, order.Seed)
{
    private const double StepMetres = 0.1;

    private const double HandMetres = 0.08;

    /// <summary>How far beside its pass somebody walks, standard deviation.</summary>
    private const double AsideMetres = 0.05;

    private const double MetresPerSecond = 0.7;

    private const double MainsHertz = 50;

    protected override int AtOnce => 20;

    public override IReadOnlyList<SentReading> Take()
    {
        var readings = new List<SentReading>();
        var seconds = 0.0;
        foreach (var ofMode in order.Passes.GroupBy(p => p.Mode))
        {
            if (Heard(ofMode.Key) is not { } heard)
            {
                continue;
            }

            var walk = heard.Walk(order.Receiver, Chance, HandMetres);
            foreach (var pass in ofMode)
            {
                var strip = walk.Strip([pass], StepMetres);
                var met = PassPeaks.Of(strip, order.ThresholdTesla).ToDictionary(p => (int)Math.Round(p.AlongMetres / StepMetres), p => walk.Response(0, pass, p.AlongMetres));
                var right = (pass.To - pass.From).Unit().Right;
                for (var i = 0; i < strip.Count; i++)
                {
                    var place = pass.At(strip[i].AlongMetres) + (right * (AsideMetres * Deviate.Normal(Chance)));
                    var shown = met.GetValueOrDefault(i);
                    readings.Add(new SentReading(
                        NextId(), InstantPattern.ExtendedIso.Format(order.StartedAt + Duration.FromSeconds(seconds)), PassTrack.WordFor(pass.Mode), Math.Round(place.East, 3), Math.Round(place.North, 3),
                        Math.Round(strip[i].Level * 1e9, 4), 0, shown?.Depth is { } d ? Math.Round(d.Metres, 2) : null, shown?.Milliamps is { } m ? Math.Round(m, 2) : null,
                        shown?.Direction?.Degrees ?? 0, pass.Mode == SweepMode.Power ? MainsHertz : order.Hookup?.Hertz ?? MainsHertz));
                    seconds += StepMetres / MetresPerSecond;
                }

                seconds += 6;
            }
        }

        return readings;
    }

    private EnergisedGround? Heard(SweepMode mode) => mode switch
    {
        SweepMode.Active when order.Hookup is { } hookup => order.Ground.Energise(hookup, order.Transmitter),
        SweepMode.Power => order.Ground.Live(MainsHertz, order.Transmitter),
        SweepMode.Active or SweepMode.Radio or SweepMode.Cathodic or SweepMode.Induction => null,
    };
}
