using GentleMole.Core.Hookup;
using GentleMole.Core.Lines;
using GentleMole.Core.Practice;
using GentleMole.Core.Site;

namespace GentleMole.Core.Yards;

/// <content>Yards in streets, with more than one line.</content>
public static partial class YardBook
{
    /// <summary>Bare iron in wet clay: what is sent at a high frequency is in the ground after half the street, and the insulated cable beside it answers.</summary>
    private static YardSite IronStreet(YardDraw draw, YardFrame frame)
    {
        var plot = new YardPlot(draw, frame);
        var length = draw.Between(66, 76);
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
            []) with { SameToAll = ["other"] };
    }

    /// <summary>A deep tracer, bonded at its far end to a shallow sheath that brings the current back and reads louder.</summary>
    private static YardSite LoudNeighbour(YardDraw draw, YardFrame frame)
    {
        var plot = new YardPlot(draw, frame);
        var (length, aside) = (draw.Between(44, 52), draw.Between(3, 3.3));
        var gas = plot.Line("gas", UtilityKind.Gas, LineBuild.Tracer, draw.Between(1.45, 1.65), Open, Earthed(draw, 150, 300), null, (0, 0), (draw.Between(-0.3, 0.3), length / 2), (0, length));
        var cable = plot.Line(
            "cable", UtilityKind.Communications, LineBuild.Of(UtilityKind.Communications, Material.Of("cable"), null)!, draw.Between(0.4, 0.48), Earthed(draw, 15, 30), Open, null, (aside, -16), (aside, length + 0.5));
        plot.Bond(gas, cable, draw.Between(0.5, 2));
        plot.RecordAs(gas, TownGas, 2, (1.75, 0), (1.8, length));
        plot.RecordAs(cable, TownLines, 2, (aside + 1.3, -16), (aside + 1.4, length));
        return Site(
            draw, plot, frame, ["gas"], TownGas, (-4, 6, 6, length - 4), (60, 140),
            [
                new YardFeature("f1", FeatureKind.Box, "tracer box", frame.At(0, 0), UtilityKind.Gas, [new YardConnection("f1-a", YardContact.Wire, Leads, "gas", 0)]),
                new YardFeature("f2", FeatureKind.Cabinet, "cabinet", frame.At(aside, length + 0.5), UtilityKind.Communications, []),
            ],
            []);
    }

    /// <summary>A live cable whose clip point invites a lead; the earth of the power beside it lights the telephone, too.</summary>
    private static YardSite CabinetDoor(YardDraw draw, YardFrame frame)
    {
        var plot = new YardPlot(draw, frame);
        var (length, aside) = (draw.Between(46, 56), draw.Between(3.2, 4));
        var power = plot.Line("power", UtilityKind.Electric, Armoured, draw.Between(0.55, 0.75), Earthed(draw, 4, 9), Earthed(draw, 4, 9), draw.Between(5, 12), (0, 0), (draw.Between(-0.5, 0.5), length / 2), (0, length));
        var lines = plot.Line(
            "lines", UtilityKind.Communications, LineBuild.Of(UtilityKind.Communications, Material.Of("cable"), null)!, draw.Between(0.4, 0.5), Open, Earthed(draw, 4, 9), null, (0.4, -0.4), (aside, 4), (aside, length + 2));
        var earth = plot.Line("earth", UtilityKind.Electric, LineBuild.Tracer, 0.5, Open, Earthed(draw, 30, 60), null, (0.2, -0.3), (-0.5, -3));
        plot.Bond(lines, 0, earth, 0, 0.1);
        plot.Bond(power, 0, earth, 0, 0.1);
        plot.Record(power, TownPower);
        plot.RecordAs(lines, TownLines, 2, (1.7, -0.4), (aside + 1.4, 4), (aside + 1.5, length));
        plot.RecordAs(earth, TownPower, 1, (1.2, -0.3), (0.9, -3));
        return Site(
            draw, plot, frame, ["power"], TownPower, (-4, 7, aside + 3, length - 4), (50, 120),
            [
                new YardFeature("f1", FeatureKind.Cabinet, "power cabinet", frame.At(0, 0), UtilityKind.Electric,
                [
                    new YardConnection("f1-a", YardContact.Sheath, Leads, "power", 0),
                    new YardConnection("f1-b", YardContact.Earth, Leads, "earth", 0),
                    new YardConnection("f1-c", YardContact.Conduit, [HookupMethod.Clamp], "power", 0),
                ]),
                new YardFeature("f2", FeatureKind.Cabinet, "cabinet of Tolver Lines", frame.At(aside, length + 2), UtilityKind.Communications, []),
            ],
            [new YardSurface(YardSurfaceKind.Paved, frame.Of((-1.5, -1), (1.5, -1), (1.5, 1.5), (-1.5, 1.5)))]);
    }

    /// <summary>Stubs on both sides of a regulator: that of the house is bonded to the water, and has the better loop.</summary>
    private static YardSite WrongSide(YardDraw draw, YardFrame frame)
    {
        var plot = new YardPlot(draw, frame);
        var (length, aside) = (draw.Between(42, 52), draw.Between(5, 6));
        var coated = LineBuild.Of(UtilityKind.Gas, Material.Of("plastic coated steel"), null)!;
        var gas = plot.Line("gas", UtilityKind.Gas, coated, draw.Between(0.7, 0.95), Open, Earthed(draw, 15, 40), null, (0, 0), (draw.Between(-0.5, 0.5), length / 2), (draw.Between(-1, 1), length));
        var house = plot.Line("house gas", UtilityKind.Gas, coated, 0.5, Open, Open, null, (0.2, -0.2), (2, -5), (aside, -6));
        var water = plot.Line("water", UtilityKind.Water, Copper, draw.Between(0.8, 1), Earthed(draw, 2, 5), Earthed(draw, 2, 5), null, (aside, -8), (aside, length + 4));
        plot.Bond(house, water, draw.Between(0.2, 0.6));
        plot.Record(gas, TownGas);
        plot.RecordAs(water, TownWater, 1.5, (aside + 1.3, -8), (aside + 1.4, length));
        plot.RecordAs(house, TownGas, 2, (1.4, -0.4), (3.3, -4.6), (aside, -7.3));
        var isWrongFirst = draw.Chance(0.75);
        return Site(
            draw, plot, frame, ["gas"], TownGas, (-4, 6, aside + 3, length - 4), (50, 120),
            [
                new YardFeature("f1", FeatureKind.Riser, "regulator", frame.At(0, 0), UtilityKind.Gas,
                [
                    new YardConnection("f1-a", YardContact.Pipe, Leads, isWrongFirst ? "house gas" : "gas", 0),
                    new YardConnection("f1-b", YardContact.Pipe, Leads, isWrongFirst ? "gas" : "house gas", 0),
                ]),
                new YardFeature("f2", FeatureKind.Hydrant, "hydrant", frame.At(aside, length * 0.8), UtilityKind.Water, []),
            ],
            [new YardSurface(YardSurfaceKind.Building, frame.Of((3, -16), (14, -16), (14, -7), (3, -7)))]);
    }
}
