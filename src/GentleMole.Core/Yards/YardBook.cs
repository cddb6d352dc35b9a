using GentleMole.Core.Hookup;
using GentleMole.Core.Lines;
using GentleMole.Core.Practice;
using GentleMole.Core.Site;
using GentleMole.Core.Soil;

namespace GentleMole.Core.Yards;

/// <summary>The yards that ship. Streets, owners and grounds are invented.</summary>
public static class YardBook
{
    private const string TownGas = "Tolver Gas";
    private const string TownWater = "Tolver Water";
    private const string TownPower = "Tolver Power";
    private const string TownLines = "Tolver Lines";

    private static readonly IReadOnlyList<HookupMethod> Leads = [HookupMethod.Direct];
    private static readonly Conductor Main = LineBuild.Of(UtilityKind.Water, Material.Of("cast iron"), null)!;
    private static readonly Conductor Armoured = LineBuild.Of(UtilityKind.Electric, Material.Of("armoured cable"), null)!;

    /// <summary>All of them, the easiest first.</summary>
    public static IReadOnlyList<Yard> All { get; } =
    [
        new("quiet-lane", "Quiet lane", 1, [YardHabit.StakeSquare, YardHabit.StakeFar, YardHabit.StakeClear], 12,
            "A hedge is to be planted along the lane. Mark the gas in the verge; a tracer was laid with it, and its tail is in the box at the corner.", QuietLane),
        new("two-tails", "Two tails in one box", 2, [YardHabit.TriedEach], 15,
            "A new drive crosses the verge. Mark the gas to the plate at the far end; the box holds two tails, and nobody wrote on them which is which.", TwoTails),
        new("two-corners", "Two corners", 2, [YardHabit.CloseOnBends], 15,
            "Posts are to be set along the path. Mark the gas; the sheet draws it straight from the box to the plate.", TwoCorners),
        new("iron-street", "Iron street", 3, [YardHabit.LowestThatWorks, YardHabit.NoMorePower], 18,
            "The street is to be drained. Mark the old water main from the hydrant on; the ground is wet clay.", IronStreet),
        new("the-dive", "The dive", 3, [YardHabit.LiftOrTurn, YardHabit.CheckedNull], 18,
            "A beam is to be set over the culvert. Mark the gas across it, and how deep it lies.", TheDive),
        new("wire-stops", "Where the wire stops", 4, [YardHabit.AskedCircuit, YardHabit.SaidUnsure], 20,
            "A track is to be laid over the sand. Mark the gas from the box to the plate.", WireStops),
        new("one-trench", "One trench, two cables", 5, [YardHabit.SaidUnsure], 20,
            "A drain is to cross here. Mark the cable of Tolver Lines; another firm's may lie in the same trench.", OneTrench),
        new("the-stranger", "The stranger", 4, [YardHabit.PassiveLast], 18,
            "A shed is to stand on this ground. Mark the gas that crosses it, and whatever else a spade would meet.", TheStranger),
    ];

    /// <summary>A yard by its code.</summary>
    public static Yard? Find(string code) => All.FirstOrDefault(y => y.Code == code);

    /// <summary>One clean wire; but for a main along its one side, which a stake beside it lights.</summary>
    private static YardSite QuietLane(YardDraw draw, YardFrame frame)
    {
        var plot = new YardPlot(draw, frame);
        var length = draw.Between(52, 64);
        var gas = plot.Line("gas", UtilityKind.Gas, LineBuild.Tracer, draw.Between(0.6, 0.9), Open, Earthed(draw, 20, 60), null, (0, 0), (draw.Between(-0.6, 0.6), length / 2), (0, length));
        var water = plot.Line("water", UtilityKind.Water, Main, draw.Between(0.9, 1.2), SupposedEnd.GoesOn, SupposedEnd.GoesOn, null, (draw.Between(4.5, 6), -15), (draw.Between(4.5, 6), length + 10));
        plot.Record(gas, TownGas);
        plot.Record(water, TownWater, 1.5);
        return Site(
            draw, plot, frame, ["gas"], TownGas, (-4, 6, 3.5, length - 4), (60, 140),
            [
                new YardFeature("f1", FeatureKind.Box, "tracer box", frame.At(0, 0), UtilityKind.Gas, [new YardConnection("f1-a", YardContact.Wire, Leads, "gas", 0)]),
                new YardFeature("f2", FeatureKind.Marker, "plate", frame.At(0, length), UtilityKind.Gas, []),
                new YardFeature("f3", FeatureKind.Hydrant, "hydrant", frame.At(5.2, 12), UtilityKind.Water, []),
            ],
            [new YardSurface(YardSurfaceKind.Road, frame.Of((7.5, -20), (14, -20), (14, length + 15), (7.5, length + 15))), new YardSurface(YardSurfaceKind.Building, frame.Of((-26, 10), (-16, 10), (-16, 24), (-26, 24)))]);
    }

    /// <summary>The better loop is the wrong wire: it ends on a cable that is earthed at every lamp.</summary>
    private static YardSite TwoTails(YardDraw draw, YardFrame frame)
    {
        var plot = new YardPlot(draw, frame);
        var length = draw.Between(46, 56);
        var gas = plot.Line("gas", UtilityKind.Gas, LineBuild.Tracer, draw.Between(0.65, 0.95), Open, Earthed(draw, 60, 140), null, (0, 0), (0, length * 0.6), (draw.Between(0.5, 2), length));
        var branch = plot.Line("branch", UtilityKind.Gas, LineBuild.Tracer, draw.Between(0.6, 0.9), Open, Open, null, (0.15, -0.1), (draw.Between(7, 9), 3), (draw.Between(9, 11), length * 0.5));
        var lamps = plot.Line("lamps", UtilityKind.Electric, Armoured, draw.Between(0.5, 0.7), Earthed(draw, 2, 5), Earthed(draw, 2, 5), null, (draw.Between(11, 12), -14), (draw.Between(11, 12), length + 12));
        plot.Bond(branch, lamps, draw.Between(0.3, 1));
        plot.Record(gas, TownGas);
        plot.Record(lamps, TownPower, 1.5);
        var isWrongFirst = draw.Chance(0.75);
        return Site(
            draw, plot, frame, ["gas"], TownGas, (-4, 5, 4, length - 3), (60, 150),
            [
                new YardFeature("f1", FeatureKind.Box, "tracer box", frame.At(0, 0), UtilityKind.Gas,
                    [new YardConnection("f1-a", YardContact.Wire, Leads, isWrongFirst ? "branch" : "gas", 0), new YardConnection("f1-b", YardContact.Wire, Leads, isWrongFirst ? "gas" : "branch", 0)]),
                new YardFeature("f2", FeatureKind.Marker, "plate", gas.Run.Points[^1], UtilityKind.Gas, []),
                new YardFeature("f3", FeatureKind.Light, "lamp 4", frame.At(11.6, length * 0.7), UtilityKind.Electric, []),
            ],
            [new YardSurface(YardSurfaceKind.Road, frame.Of((13, -20), (20, -20), (20, length + 18), (13, length + 18)))]);
    }

    /// <summary>Two square corners that no plan shows; steps that are too long lose the line there.</summary>
    private static YardSite TwoCorners(YardDraw draw, YardFrame frame)
    {
        var plot = new YardPlot(draw, frame);
        var (aside, first, length) = (draw.Between(7, 10), draw.Between(16, 20), draw.Between(40, 46));
        var gas = plot.Line("gas", UtilityKind.Gas, LineBuild.Tracer, draw.Between(0.6, 0.85), Open, Earthed(draw, 20, 60), null, (0, 0), (0, first), (aside, first), (aside, length));
        plot.RecordAs(gas, TownGas, 2, (1.3, 0), (aside + 1.4, length));
        return Site(
            draw, plot, frame, ["gas"], TownGas, (-4, 4, aside + 4, length - 3), (60, 140),
            [
                new YardFeature("f1", FeatureKind.Box, "tracer box", frame.At(0, 0), UtilityKind.Gas, [new YardConnection("f1-a", YardContact.Wire, Leads, "gas", 0)]),
                new YardFeature("f2", FeatureKind.Marker, "plate", gas.Run.Points[^1], UtilityKind.Gas, []),
            ],
            [new YardSurface(YardSurfaceKind.Building, frame.Of((-16, 14), (-6, 14), (-6, 30), (-16, 30)))]);
    }

    /// <summary>Bare iron in wet clay: what is sent at a high frequency is in the ground after half the street, and the insulated cable beside it answers.</summary>
    private static YardSite IronStreet(YardDraw draw, YardFrame frame)
    {
        var plot = new YardPlot(draw, frame);
        var length = draw.Between(80, 95);
        var water = plot.Line("water", UtilityKind.Water, Main, draw.Between(0.9, 1.2), SupposedEnd.GoesOn, SupposedEnd.GoesOn, null, (0, -20), (0, 0), (draw.Between(-0.8, 0.8), length));
        var cable = plot.Line(
            "cable", UtilityKind.Communications, LineBuild.Of(UtilityKind.Communications, Material.Of("cable"), null)!, draw.Between(0.45, 0.6), Earthed(draw, 8, 20), Earthed(draw, 8, 20), null,
            (draw.Between(2.6, 3.4), -18), (draw.Between(2.6, 3.4), length + 4));
        plot.Record(water, TownWater);
        plot.Record(cable, TownLines, 1.5);
        return Site(
            draw, plot, frame, ["water"], TownWater, (-4, 5, 6, length - 3), (14, 30),
            [new YardFeature("f1", FeatureKind.Hydrant, "hydrant", frame.At(0, 0), UtilityKind.Water, [new YardConnection("f1-a", YardContact.Pipe, Leads, "water", 20)])],
            [new YardSurface(YardSurfaceKind.Road, frame.Of((7, -22), (13, -22), (13, length + 8), (7, length + 8)))]);
    }

    /// <summary>It goes down under a culvert and comes up again: the response halves and looks like an end.</summary>
    private static YardSite TheDive(YardDraw draw, YardFrame frame)
    {
        var plot = new YardPlot(draw, frame);
        var (length, at, depth, deep) = (draw.Between(46, 54), draw.Between(22, 26), draw.Between(0.75, 0.85), draw.Between(2.1, 2.3));
        var gas = plot.Line(
            "gas", UtilityKind.Gas, LineBuild.Tracer, depth, Open, Earthed(draw, 20, 60), null, (0, 0), (0, at - 4), (0, at - 1.5), (0, at + 1.5), (0, at + 4), (draw.Between(-0.5, 0.5), length));
        gas = plot.Sunk(gas, depth, depth, deep, deep, depth, depth);
        plot.Record(gas, TownGas);
        return Site(
            draw, plot, frame, ["gas"], TownGas, (-5, 8, 5, length - 4), (60, 140),
            [
                new YardFeature("f1", FeatureKind.Box, "tracer box", frame.At(0, 0), UtilityKind.Gas, [new YardConnection("f1-a", YardContact.Wire, Leads, "gas", 0)]),
                new YardFeature("f2", FeatureKind.Marker, "plate", gas.Run.Points[^1], UtilityKind.Gas, []),
            ],
            [new YardSurface(YardSurfaceKind.Paved, frame.Of((-8, at - 1.2), (8, at - 1.2), (8, at + 1.2), (-8, at + 1.2)))]);
    }

    /// <summary>Dry sand and a cut wire: volts without current, and nothing beyond the cut whatever is done.</summary>
    private static YardSite WireStops(YardDraw draw, YardFrame frame)
    {
        var plot = new YardPlot(draw, frame);
        var (length, cut, aside) = (draw.Between(60, 70), draw.Between(0.55, 0.65), draw.Between(0.5, 1.5));
        var gas = plot.Line("gas", UtilityKind.Gas, LineBuild.Tracer, draw.Between(0.6, 0.8), Open, Open, null, (0, 0), (0, length * cut));
        plot.Line("gas beyond", UtilityKind.Gas, LineBuild.Tracer, draw.Between(0.6, 0.8), Open, Earthed(draw, 60, 140), null, (0.1, (length * cut) + 0.8), (aside, length));
        plot.RecordAs(gas, TownGas, 2, (1.3, 0), (aside + 1.5, length));
        return Site(
            draw, plot, frame, ["gas", "gas beyond"], TownGas, (-4, 4, 5, length - 3), (1400, 2600),
            [
                new YardFeature("f1", FeatureKind.Box, "tracer box", frame.At(0, 0), UtilityKind.Gas, [new YardConnection("f1-a", YardContact.Wire, Leads, "gas", 0)]),
                new YardFeature("f2", FeatureKind.Marker, "plate", frame.At(1, length), UtilityKind.Gas, []),
            ],
            []) with { Unknowable = ["gas beyond"] };
    }

    /// <summary>Two sheaths in one trench, bonded at both ends: equal currents the same way, and one broad response between them.</summary>
    private static YardSite OneTrench(YardDraw draw, YardFrame frame)
    {
        var plot = new YardPlot(draw, frame);
        var (length, apart, depth) = (draw.Between(44, 52), draw.Between(0.45, 0.55), draw.Between(0.7, 0.85));
        var sheath = LineBuild.Of(UtilityKind.Communications, Material.Of("lead sheathed cable"), null)!;
        var lines = plot.Line("lines", UtilityKind.Communications, sheath, depth, Earthed(draw, 10, 25), Earthed(draw, 10, 25), null, (0, 0), (0, length));
        var other = plot.Line("other", UtilityKind.Communications, sheath, depth, Open, Open, null, (apart, 0.2), (apart, length - 0.2));
        plot.Bond(lines, 0, other, 0, 0.05);
        plot.Bond(lines, lines.Run.Length, other, other.Run.Length, 0.05);
        plot.RecordAs(lines, TownLines, 2, (1.5, 0), (1.8, length));
        plot.RecordAs(other, "Varrow Cable", 2, (2.1, 0), (2.4, length));
        return Site(
            draw, plot, frame, ["lines"], TownLines, (-4, 5, 5, length - 4), (60, 140),
            [
                new YardFeature("f1", FeatureKind.Cabinet, "cabinet", frame.At(0, 0), UtilityKind.Communications, [new YardConnection("f1-a", YardContact.Sheath, [HookupMethod.Direct, HookupMethod.Clamp], "lines", 0)]),
                new YardFeature("f2", FeatureKind.Cabinet, "cabinet 2", frame.At(0, length), UtilityKind.Communications, [new YardConnection("f2-a", YardContact.Sheath, [HookupMethod.Direct, HookupMethod.Clamp], "lines", lines.Run.Length)]),
            ],
            []);
    }

    /// <summary>A live cable on no record: no transmitter lights it.</summary>
    private static YardSite TheStranger(YardDraw draw, YardFrame frame)
    {
        var plot = new YardPlot(draw, frame);
        var length = draw.Between(40, 50);
        var gas = plot.Line("gas", UtilityKind.Gas, LineBuild.Tracer, draw.Between(0.6, 0.9), Open, Earthed(draw, 20, 60), null, (0, 0), (0, length));
        plot.Line(
            "stranger", UtilityKind.Electric, Armoured, draw.Between(0.5, 0.8), Earthed(draw, 5, 20), Earthed(draw, 5, 20), draw.Between(250, 500),
            (draw.Between(-34, -30), draw.Between(12, 16)), (draw.Between(30, 34), draw.Between(22, 30)));
        plot.Record(gas, TownGas);
        return Site(
            draw, plot, frame, ["gas"], TownGas, (-9, 4, 12, length - 4), (70, 160),
            [
                new YardFeature("f1", FeatureKind.Box, "tracer box", frame.At(0, 0), UtilityKind.Gas, [new YardConnection("f1-a", YardContact.Wire, Leads, "gas", 0)]),
                new YardFeature("f2", FeatureKind.Marker, "plate", frame.At(0, length), UtilityKind.Gas, []),
            ],
            [new YardSurface(YardSurfaceKind.Building, frame.Of((18, 2), (28, 2), (28, 12), (18, 12)))]);
    }

    private static SupposedEnd Open => new(EndSupposed.Open);

    private static SupposedEnd Earthed(YardDraw draw, double low, double high) => new(EndSupposed.Earthed, draw.Between(low, high));

    private static YardSite Site(
        YardDraw draw, YardPlot plot, YardFrame frame, IReadOnlyList<string> target, string owner, (double West, double South, double East, double North) area, (double Low, double High) soil,
        IReadOnlyList<YardFeature> features, IReadOnlyList<YardSurface> surfaces) => new(
            new HiddenGround(new SoilGround(draw.Scaled(soil.Low, soil.High)), plot.Lines, plot.Bonds, []), target, plot.Lines.First(l => l.Id == target[0]).Kind, owner,
            frame.Of((area.West, area.South), (area.East, area.South), (area.East, area.North), (area.West, area.North)), soil, features, plot.Records, surfaces);
}
