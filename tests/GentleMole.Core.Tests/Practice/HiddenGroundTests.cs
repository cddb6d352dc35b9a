using GentleMole.Core.Hookup;
using GentleMole.Core.Instruments;
using GentleMole.Core.Lines;
using GentleMole.Core.Network;
using GentleMole.Core.Practice;
using GentleMole.Core.Site;
using GentleMole.Core.Soil;
using GentleMole.Core.Trace;

namespace GentleMole.Core.Tests.Practice;

/// <summary>The one hidden ground of demo and stand-ins: solved by the engine, dipping lines and all.</summary>
public class HiddenGroundTests
{
    private static readonly TransmitterProfile Sender = new("t", [8000], [25, 50], 60, 5, 9, 1, 6, 40);
    private static readonly ReceiverProfile Hearer = new("r", [8000], 0.4, 0.05, 0.01, 400);

    private static BuriedLine Line(Conductor? conductor, SupposedEnd end, params (double E, double N, double Depth)[] corners) => new(
        new SupposedLine("line", "line", UtilityKind.Gas, [.. corners.Select(c => new SitePoint(c.E, c.N))], new(0.5), conductor, new(EndSupposed.Open), end),
        [.. corners.Select(c => new Depth(c.Depth))]);

    private static HiddenGround Alone(BuriedLine line, double ohmMetres = 50) => new(new SoilGround(ohmMetres), [line], [], []);

    private static HookupTry Hookup(string on = "line", double hertz = 8000, HookupMethod method = HookupMethod.Direct) =>
        new(on, on, method, new(0, 0), "pin", new(-8, 0), hertz, 50);

    private static readonly SupposedEnd Earth = new(EndSupposed.Earthed, 20);

    [Fact]
    public void What_is_shown_follows_the_line_down()
    {
        var line = Line(LineBuild.Tracer, Earth, (0, 0, 0.5), (0, 20, 0.5), (0, 40, 1.3), (0, 80, 1.3));
        var walk = Alone(line).Energise(Hookup(), Sender)!.Walk(Hearer with { RelativeNoise = 1e-6, FloorNanotesla = 1e-4 }, new Random(1), 0);

        Assert.InRange(walk.Dot(line.Run, 10, 1).DepthMetres!.Value, 0.45, 0.53);
        Assert.InRange(walk.Dot(line.Run, 60, 1).DepthMetres!.Value, 1.15, 1.33);
        Assert.Equal(0.9, line.DepthAt(30).Metres, 9);
        Assert.Equal((0.5, 1.3), (line.DepthAt(-5).Metres, line.DepthAt(99).Metres));
    }

    [Fact]
    public void A_level_line_is_the_ground_as_the_planner_solves_it()
    {
        var lies = new SupposedLine(
            "line", "line", UtilityKind.Gas, [new(0, 0), new(0, 0), new(3, 40)], new(0.8), LineBuild.Tracer, new(EndSupposed.Open), SupposedEnd.GoesOn);
        var supposed = new SupposedGround(new SoilGround(50), [lies], [], []);
        var source = Hookup().Source(supposed, Sender);
        var solved = NetworkSolver.Of(new NetworkMesh(supposed.Network(), Cutting.For(8000, source)), 8000).Value.Solve(source);

        var hidden = Alone(BuriedLine.Level(lies)).Energise(Hookup(), Sender)!;

        Assert.Equal(solved.Shown.Volts!.Value, hidden.Shown.Volts!.Value, 9);
    }

    [Fact]
    public void What_is_bonded_at_the_end_of_a_steep_line_is_bonded_at_its_end()
    {
        // Drawn level the run is 10 m long, in the ground 14 m: a bond put at the level chainage would hang in the middle.
        var steep = Line(LineBuild.Tracer, new(EndSupposed.Open), (0, 0, 0.5), (0, 10, 10.5));
        BuriedLine Far(double ohms) => new(
            new SupposedLine("far", "far", UtilityKind.Water, [new(0.5, 10), new(0.5, 11)], new(10.5), LineBuild.Tracer, new(EndSupposed.Open), new(EndSupposed.Earthed, ohms)), [new(10.5), new(10.5)]);
        double Volts(double ohms) => new HiddenGround(new SoilGround(50), [steep, Far(ohms)], [new SupposedBond("line", 10, "far", 0, 0.1)], [])
            .Energise(Hookup(), Sender)!.Shown.Volts!.Value;

        Assert.True(Volts(500) > Volts(5) + 1, "the current goes down the steep line and out of the far one");
        var broken = new HiddenGround(new SoilGround(50), [steep, Far(5)], [new SupposedBond("line", 10, "far", 0, 0.1)], [new SupposedJoint("line", 9.9, null)]);
        Assert.True(broken.Energise(Hookup(), Sender)!.Shown.Volts > Volts(5) + 1, "an open joint just before the end cuts it off");
    }

    [Theory]
    [InlineData(0)]
    [InlineData(-1)]
    [InlineData(1e300)]
    [InlineData(double.NaN)]
    public void What_cannot_be_solved_carries_nothing(double hertz)
    {
        Assert.Null(Alone(Line(LineBuild.Tracer, Earth, (0, 0, 0.5), (0, 9, 0.5))).Energise(Hookup(hertz: hertz), Sender));
    }

    [Fact]
    public void A_line_that_is_not_there_or_not_metal_carries_nothing()
    {
        Assert.Null(Alone(Line(null, Earth, (0, 0, 0.5), (0, 9, 0.5))).Energise(Hookup(), Sender));
        Assert.Null(Alone(Line(LineBuild.Tracer, Earth, (0, 0, 0.5), (0, 9, 0.5))).Energise(Hookup("other"), Sender));
        Assert.Throws<ArgumentException>(() => Line(LineBuild.Tracer, Earth, (0, 0, 0.5), (0, 0, 0.6), (0, 9, 0.5)));
    }

    [Fact]
    public void Depths_that_are_shown_hold_the_truth_95_times_of_100_where_one_line_is_heard_well()
    {
        // Coils scatter by 1 % of what they hear; the floor is far below it.
        var quiet = Hearer with { FloorNanotesla = 0.005 };
        var (held, all) = (0, 0);
        for (var seed = 0; seed < 60; seed++)
        {
            var random = new Random(seed);
            double Between(double low, double high) => low + ((high - low) * random.NextDouble());
            var (deep, far) = (Between(0.4, 1.4), Between(40, 120));
            var conductor = seed % 2 == 0 ? LineBuild.Tracer : LineBuild.Of(UtilityKind.Water, Material.Of("ductile iron"), null);
            var line = Line(conductor, new(EndSupposed.Earthed, Between(5, 60)), (0, 0, deep), (Between(-5, 5), far, deep));
            var walk = Alone(line, Math.Exp(Between(Math.Log(20), Math.Log(300)))).Energise(Hookup(), Sender)!.Walk(quiet, random, 0.012);
            foreach (var part in new[] { 0.3, 0.45, 0.6, 0.75 })
            {
                var dot = walk.Dot(line.Run, part * far, 1.2);
                if (dot.DepthMetres is not { } shown)
                {
                    continue;
                }

                var judged = DotJudge.Judge(new DotObservation { Place = dot.Place, Depth = new(shown), NullOffsetMetres = dot.NullOffsetMetres }, new DotContext());
                all++;
                held += judged.Depth is { } depth && depth.Low95 <= deep && deep <= depth.High95 ? 1 : 0;
            }
        }

        Assert.True(all > 200, $"{all} depths");
        Assert.InRange((double)held / all, 0.93, 0.995);
    }
}
