using System.Diagnostics;
using GentleMole.Core;
using GentleMole.Core.Hookup;
using GentleMole.Core.Identify;
using GentleMole.Core.Instruments;
using GentleMole.Core.Lines;
using GentleMole.Core.Site;
using GentleMole.Core.Soil;

namespace GentleMole.Benchmarks;

/// <summary>How long it takes to say which line is under a dot, in a made-up street of six lines: one dot alone, one with four others, forty together.</summary>
internal static class IdentifySpeed
{
    private const int Times = 9;
    private const int Many = 40;
    private static readonly TransmitterProfile Sender = new("sender", [512, 8000, 33_000], [5, 10, 25, 50, 100], 60, 5, 15, 1, 2, 100);
    private static readonly ReceiverProfile Hearer = new("receiver", [512, 8000, 33_000], 0.4, 0.05, 0.01, 100);

    private static readonly SupposedGround Street = new(
        new SoilGround(80),
        [
            Line("gas", UtilityKind.Gas, 0, LineBuild.Tracer, EndSupposed.Earthed, 20),
            Line("lamp", UtilityKind.Electric, 2, LineBuild.Of(UtilityKind.Electric, Material.Of("armoured cable"), 0.03), EndSupposed.Earthed, 15),
            Line("low", UtilityKind.Electric, -1.5, LineBuild.Of(UtilityKind.Electric, Material.Of("armoured cable"), 0.05), EndSupposed.Earthed, 5),
            Line("phone", UtilityKind.Communications, 3.2, LineBuild.Of(UtilityKind.Electric, Material.Of("armoured cable"), 0.02), EndSupposed.Open),
            Line("water", UtilityKind.Water, -3, LineBuild.Tracer, EndSupposed.Open),
            Line("cross", UtilityKind.Water, 5, LineBuild.Tracer, EndSupposed.Earthed, 30),
        ],
        [new SupposedBond("low", 90, "lamp", 90, 0.5)], []);

    private static readonly HookupTry Hookup = new("gas", "gas", HookupMethod.Direct, new(0, 0), "valve box", new(-8, 0), 8000, 50);

    public static void Run()
    {
        Console.WriteLine("Which line is under a dot: how long it takes on six lines.");
        var dots = Enumerable.Range(0, Many).Select(i => Dot(3 + (2.2 * i), i)).ToList();
        var task = SupposedTask.Of(Street, _ => 0.3, Hookup, Sender, Hearer, (50, null), dots).Task!;
        _ = One(task, 1);
        var solving = Median(() => GroundSet.Of(task, default));
        var grounds = GroundSet.Of(task, default);
        Print($"grounds solved {solving:0} ms; one dot {Median(() => One(task with { Dots = [dots[20]] }, grounds)):0} ms");
        var others = DotChains.Of(task with { Dots = [dots[2], dots[9], dots[15], dots[30]] }, grounds, default);
        Print($"one dot with four others that are known {Median(() => others.With(dots[20], default).Identity(4, true, default)):0} ms, five at once {Median(() => DotChains.Of(task with { Dots = [.. dots.Take(5)] }, grounds, default)):0} ms");
        Print($"{Many} together {Median(() => LineIdentities.InTurn(task, grounds, default).ToList(), 3):0} ms");
    }

    private static DotIdentity One(IdentifyTask task, int dot) => One(task with { Dots = [task.Dots[dot]] }, GroundSet.Of(task, default));

    private static DotIdentity One(IdentifyTask task, GroundSet grounds) => DotChains.Of(task, grounds, default).Identity(0, true, default);

    private static ObservedDot Dot(double north, int i) => new(new SitePoint(0.08 * Math.Sin(i), north), Azimuth.Of(0), 0)
    {
        Depth = new Depth(0.8 + (0.03 * Math.Cos(2 * i))), CurrentMilliamps = 24 - (0.1 * i), Way = CurrentWay.With, NullOffsetMetres = 0.03 * Math.Sin(3 * i), SidewaysFraction = 0.04,
    };

    private static SupposedLine Line(string id, UtilityKind kind, double east, Conductor? conductor, EndSupposed end, double ohms = SupposedEnd.UsualOhms) =>
        new(id, id, kind, [new(east, 0), new(east, 95)], new Depth(0.8), conductor, new SupposedEnd(id == "gas" ? EndSupposed.Open : end, ohms), new SupposedEnd(end, ohms));

    private static double Median<T>(Func<T> work, int times = Times)
    {
        var took = new List<double>();
        for (var i = 0; i < times; i++)
        {
            var watch = Stopwatch.StartNew();
            _ = work();
            took.Add(watch.Elapsed.TotalMilliseconds);
        }

        return took.Order().ElementAt(times / 2);
    }

    private static void Print(FormattableString line) => Console.WriteLine(FormattableString.Invariant(line));
}
