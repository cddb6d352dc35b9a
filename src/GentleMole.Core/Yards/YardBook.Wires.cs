using GentleMole.Core.Hookup;
using GentleMole.Core.Lines;
using GentleMole.Core.Practice;
using GentleMole.Core.Site;

namespace GentleMole.Core.Yards;

/// <content>Yards with a tracer.</content>
public static partial class YardBook
{
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

    /// <summary>A live cable on no record: no transmitter lights it.</summary>
    private static YardSite TheStranger(YardDraw draw, YardFrame frame)
    {
        var plot = new YardPlot(draw, frame);
        var length = draw.Between(40, 50);
        var gas = plot.Line("gas", UtilityKind.Gas, LineBuild.Tracer, draw.Between(0.6, 0.9), Open, Earthed(draw, 20, 60), null, (0, 0), (0, length));
        plot.Line(
            "stranger", UtilityKind.Electric, Armoured, draw.Between(0.5, 0.8), Earthed(draw, 5, 20), Earthed(draw, 5, 20), draw.Between(25, 60),
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
}
