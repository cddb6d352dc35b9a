using System.Diagnostics;
using GentleMole.Core;
using GentleMole.Core.Hookup;
using GentleMole.Core.Instruments;
using GentleMole.Core.Lines;
using GentleMole.Core.Network;
using GentleMole.Core.Pinpoint;
using GentleMole.Core.Practice;
using GentleMole.Core.Site;
using GentleMole.Core.Soil;
using GentleMole.Core.Trace;

namespace GentleMole.Benchmarks;

/// <summary>How often answers are right, on made-up truth at full size with seeds of its own (docs/truthfulness.md).</summary>
internal static class TruthBench
{
    private const int Locates = 2000;

    /// <summary>Of the two that the goals are set for: what is rare must be counted often.</summary>
    private const int ManyLocates = 6000;

    private const int Timed = 100;
    private const int Grounds = 400;

    public static void Run()
    {
        Console.WriteLine("Made-up locates: place and depth within their 95 % interval, misses of the place, verdicts. Wrong is more than 0.1 m off.");
        var usual = new ReadingNoise(0.02, 0.05);
        Rows("alone", usual, null, count: ManyLocates);
        Rows("a neighbour 0.5 to 2.5 m aside", usual, (0.5, 2.5), count: ManyLocates);
        Rows("a neighbour 0.2 to 0.9 m aside", usual, (0.2, 0.9));
        Rows("the same row of 11 readings, neighbour", usual, (0.5, 2.5), step: 0.2);
        Rows("scatter 5 % and 0.2 nT, neighbour", new ReadingNoise(0.05, 0.2), (0.5, 2.5));
        Rows("scatter 5 % and 0.2 nT, alone", new ReadingNoise(0.05, 0.2), null);
        Dots();
    }

    private static void Rows(string name, ReadingNoise noise, (double, double)? apart, double step = 0.1, int count = Locates)
    {
        var random = new Random(31_000 + name.Length);
        var rows = Enumerable.Range(0, count).Select(_ => MadeUpRow.Draw(random, noise, apart, step: step)).ToList();
        var found = new PinpointResult[count];
        PinpointResult Locate(int i) => Pinpointing.Locate(rows[i].Readings, noise, 0.45, 1, PinpointPrior.None).Value;
        Parallel.For(0, count, i => found[i] = Locate(i));
        var tally = new Tally();
        for (var i = 0; i < count; i++)
        {
            // How long one takes is measured with nothing beside it.
            var watch = Stopwatch.StartNew();
            if (i < Timed)
            {
                Locate(i);
            }

            tally.Add(found[i].Position, rows[i].Line.OffsetMetres, found[i].Depth, rows[i].Line.Depth.Metres, found[i].Verdict, i < Timed ? watch.Elapsed.TotalMilliseconds : null);
        }

        tally.Print(name);
    }

    /// <summary>Dots with a row across, walked by a simulated receiver over solved grounds: two lines near each other, soil, ends, lead and stake.</summary>
    private static void Dots()
    {
        var random = new Random(77);
        double Between(double low, double high) => low + ((high - low) * random.NextDouble());
        var (tally, single) = (new Tally(), new Tally());
        for (var i = 0; i < Grounds; i++)
        {
            var (far, depth) = (Between(50, 120), Between(0.5, 1.3));
            var target = Line("target", LineBuild.Tracer, depth, 0, far, Between(5, 40));
            var aside = Between(0.7, 2.5) * (random.Next(2) == 0 ? 1 : -1);
            var other = Line("other", LineBuild.Of(UtilityKind.Electric, Material.Of("armoured cable"), 0.05), Between(0.4, 1.2), aside, far, Between(2, 30));
            var two = i % 2 == 0;
            var bonds = two ? new[] { new SupposedBond("target", far, "other", far, Between(0.5, 20)) } : [];
            var ground = new HiddenGround(new SoilGround(Math.Exp(Between(Math.Log(20), Math.Log(300)))), two ? [target, other] : [target], bonds, []);
            var hookup = new HookupTry("target", "target", HookupMethod.Direct, new(0, 0), "valve", new SitePoint(-10, 0), 8000, 50);
            if (ground.Energise(hookup, Sender) is not { } energised)
            {
                continue;
            }

            var walk = energised.Walk(Hearer, random, 0.012);
            var dot = walk.Dot(target.Run, far / 2, 1.2);
            var observed = new DotObservation
            {
                Place = dot.Place, Depth = Depth.OfMetres(dot.DepthMetres), NullOffsetMetres = dot.NullOffsetMetres,
                Across = [.. walk.Row(target.Run, far / 2, dot.Place, 0.2, 5, 0.05)],
            };
            var judged = DotJudge.Judge(observed, new DotContext { SentMilliamps = 50, Connection = new(0, 0), Stake = new(-10, 0) });
            var truth = -target.Run.Project(dot.Place).OffsetMetres;
            (two ? tally : single).Add(judged.Position, truth, judged.Depth ?? default, depth, judged.Verdict, null);
        }

        single.Print("dots on solved grounds, a line alone");
        tally.Print("dots on solved grounds, a bonded neighbour");
    }

    private static readonly TransmitterProfile Sender = new("t", [8000], [25, 50], 60, 5, 9, 1, 6, 40);
    private static readonly ReceiverProfile Hearer = new("r", [8000], 0.4, 0.05, 0.01, 400);

    private static BuriedLine Line(string id, Conductor? conductor, double depth, double aside, double far, double earth) => BuriedLine.Level(new SupposedLine(
        id, id, UtilityKind.Gas, [new(aside, 0), new(aside, far)], new(depth), conductor, new(EndSupposed.Open), new(EndSupposed.Earthed, earth)));

    /// <summary>Counts of what held, what missed and what was said.</summary>
    private sealed class Tally
    {
        private const double WrongMetres = 0.1;
        private readonly List<double> _misses = [];
        private readonly List<double> _times = [];
        private int _places;
        private int _depths;
        private int _soundWrong;
        private int _soundRight;

        public void Add(Estimate place, double truePlace, Estimate depth, double trueDepth, Verdict verdict, double? milliseconds)
        {
            var miss = Math.Abs(place.Value - truePlace);
            _misses.Add(miss);
            if (milliseconds is { } took)
            {
                _times.Add(took);
            }

            _places += place.Low95 <= truePlace && truePlace <= place.High95 ? 1 : 0;
            _depths += depth.Low95 <= trueDepth && trueDepth <= depth.High95 ? 1 : 0;
            _soundWrong += verdict == Verdict.Sound && miss > WrongMetres ? 1 : 0;
            _soundRight += verdict == Verdict.Sound && miss <= WrongMetres ? 1 : 0;
        }

        public void Print(string name)
        {
            _misses.Sort();
            _times.Sort();
            var (n, wrong) = (_misses.Count, _misses.Count(m => m > WrongMetres));
            Console.WriteLine(FormattableString.Invariant(
                $"{name}: {n}; place {100.0 * _places / n:0.0} %, depth {100.0 * _depths / n:0.0} %; p50 {_misses[n / 2]:0.000} m, p90 {_misses[n * 9 / 10]:0.000} m; wrong {wrong}, of these sound {_soundWrong}; of the right {100.0 * _soundRight / Math.Max(1, n - wrong):0} % sound{(_times.Count > 0 ? FormattableString.Invariant($"; median {_times[_times.Count / 2]:0.0} ms") : "")}"));
        }
    }
}
