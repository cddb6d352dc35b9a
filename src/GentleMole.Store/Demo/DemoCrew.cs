using GentleMole.Core.Hookup;
using GentleMole.Core.Pinpoint;
using GentleMole.Core.Practice;
using GentleMole.Core.Site;
using GentleMole.Core.Sweeps;
using GentleMole.Store.Model;
using NodaTime;

namespace GentleMole.Store.Demo;

/// <summary>
/// Connects and walks lines of a demo job on its hidden ground, as a careful locator would, and writes down what the
/// instruments show. The ground itself never enters the job.
/// </summary>
internal sealed class DemoCrew(Job job, HiddenGround ground, Instrument transmitter, Instrument receiver, Random random)
{
    private const double Hertz = 8000;
    private const double HandMetres = 0.012;
    private const double ReachMetres = 1.2;
    private const double LiftMetres = 0.3;
    private readonly Dictionary<Hookup, EnergisedGround> _energised = [];

    /// <summary>A direct connection; the display shows what the ground lets through.</summary>
    public Hookup Connect(BuriedLine line, string to, SitePoint connection, SitePoint stake, double milliamps, Instant at)
    {
        var energised = ground.Energise(new HookupTry(line.Id, line.Id, HookupMethod.Direct, connection, to, stake, Hertz, milliamps), transmitter.AsTransmitter())
            ?? throw new InvalidOperationException($"The demo's {line.Id} line carries no signal.");
        var hookup = new Hookup
        {
            JobId = job.Id,
            LineId = job.Lines.Single(l => l.Kind == line.Kind).Id,
            Method = HookupMethod.Direct,
            ConnectedTo = to,
            ConnectionEast = connection.East,
            ConnectionNorth = connection.North,
            StakeEast = stake.East,
            StakeNorth = stake.North,
            FrequencyHertz = Hertz,
            SentMilliamps = Math.Round(energised.Shown.Amperes!.Value * 1000, 1),
            Volts = Math.Round(energised.Shown.Volts!.Value, 1),
            TransmitterId = transmitter.Id,
            ReceiverId = receiver.Id,
            MadeAt = at,
        };
        job.Hookups.Add(hookup);
        _energised[hookup] = energised;
        return hookup;
    }

    /// <summary>Dots along a line with a hookup on it, six minutes apart.</summary>
    /// <param name="undecidedFrom">Index of the first dot that is left for the person to decide; −1 for none.</param>
    public void Walk(Hookup hookup, BuriedLine line, double[] chainages, int undecidedFrom, Instant start)
    {
        var walk = _energised[hookup].Walk(receiver.AsReceiver(), random, HandMetres);
        for (var i = 0; i < chainages.Length; i++)
        {
            var undecided = undecidedFrom >= 0 && i >= undecidedFrom;
            var dot = Dot(walk, line, chainages[i], lift: i % 2 == 0 || undecided, across: undecided && i == chainages.Length - 1);
            dot.LineId = hookup.LineId;
            dot.TakenAt = start.Plus(Duration.FromMinutes(6 * i));
            dot.FrequencyHertz = Hertz;
            dot.State = undecided ? DotState.Taken : DotState.Accepted;
            job.Readings.Add(dot);
            hookup.Readings.Add(dot);
        }
    }

    /// <summary>Passes of a sweep, walked in their order; a minute each.</summary>
    /// <param name="heard">What is heard: a hookup that was made, or live lines by themselves.</param>
    /// <param name="walked">How many of its passes are walked.</param>
    public void Sweep(Sweep sweep, EnergisedGround heard, double thresholdNanotesla, int walked, Instant start)
    {
        sweep.Passes.AddRange(sweep.Order.Passes(Obstacles).Select((p, i) => new SweptPass
        {
            JobId = job.Id, Number = i + 1, FromEast = Math.Round(p.From.East, 3), FromNorth = Math.Round(p.From.North, 3), ToEast = Math.Round(p.To.East, 3), ToNorth = Math.Round(p.To.North, 3), Mode = p.Mode,
        }));
        var walk = heard.Walk(receiver.AsReceiver(), random, SweepHandMetres);
        foreach (var way in Ways([.. sweep.Passes.Take(walked)]))
        {
            foreach (var pass in way)
            {
                (pass.WalkedAt, pass.WalkedBy) = (start.Plus(Duration.FromMinutes(pass.Number - 1)), sweep.LaidBy);
            }

            foreach (var peak in PassPeaks.Of(walk.Strip([.. way.Select(p => p.Pass)], StripMetres), thresholdNanotesla * 1e-9).Where(_ => random.NextDouble() < Attention))
            {
                var (pass, along) = On(way, peak.AlongMetres);
                var response = walk.Response(0, pass.Pass, along);
                pass.Responses.Add(new SweptResponse
                {
                    JobId = job.Id, AlongMetres = Math.Round(response.AlongMetres, 2), DepthMetres = response.Depth is { } d ? Math.Round(d.Metres, 2) : null,
                    CurrentMilliamps = response.Milliamps is { } i ? Math.Round(i, 1) : null, DirectionDegrees = response.Direction?.Degrees, By = sweep.LaidBy, At = pass.WalkedAt!.Value,
                });
            }
        }

        job.Sweeps.Add(sweep);
    }

    /// <summary>Passes that go on where the one before ended are walked in one.</summary>
    private static IEnumerable<List<SweptPass>> Ways(IReadOnlyList<SweptPass> passes)
    {
        var way = new List<SweptPass>();
        foreach (var pass in passes)
        {
            if (way.Count > 0 && way[^1].Pass.To.DistanceTo(pass.Pass.From) > 0.01)
            {
                yield return way;
                way = [];
            }

            way.Add(pass);
        }

        yield return way;
    }

    private static (SweptPass Pass, double AlongMetres) On(List<SweptPass> way, double alongMetres)
    {
        foreach (var pass in way)
        {
            if (alongMetres <= pass.Pass.LengthMetres)
            {
                return (pass, alongMetres);
            }

            alongMetres -= pass.Pass.LengthMetres;
        }

        return (way[^1], way[^1].Pass.LengthMetres);
    }

    /// <summary>As heard with a hookup that was made.</summary>
    public EnergisedGround On(Hookup hookup) => _energised[hookup];

    /// <summary>As heard with no transmitter on.</summary>
    public EnergisedGround Live() => ground.Live(MainsHertz, transmitter.AsTransmitter()) ?? throw new InvalidOperationException("No line of the demo is live.");

    private IReadOnlyList<IReadOnlyList<SitePoint>> Obstacles => [.. job.Features.Where(f => f is { Shape: FeatureShape.Outline, Surface: Core.Site.Surface.Building }).Select(f => f.Points)];

    private const double MainsHertz = 50;

    /// <summary>A sweep is walked, not pinpointed: a peak is placed to a decimetre.</summary>
    private const double SweepHandMetres = 0.1;

    private const double StripMetres = 0.1;

    /// <summary>Nobody attends always.</summary>
    private const double Attention = 0.94;

    /// <param name="lift">Take the lift test too.</param>
    /// <param name="across">Take a row of readings across.</param>
    private Reading Dot(GroundWalk walk, BuriedLine line, double chainageMetres, bool lift, bool across)
    {
        var id = NextId();
        var dot = walk.Dot(line.Run, chainageMetres, ReachMetres);
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
            reading.LiftedDepthMetres = walk.Lifted(line.Run, chainageMetres, dot.Place, LiftMetres) is { } up ? Math.Round(up + LiftMetres, 2) : null;
        }

        if (across)
        {
            reading.Across = [.. walk.Row(line.Run, chainageMetres, dot.Place, 0.2, 5, 0.05)
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
