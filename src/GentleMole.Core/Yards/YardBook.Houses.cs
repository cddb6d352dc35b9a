using GentleMole.Core.Hookup;
using GentleMole.Core.Lines;
using GentleMole.Core.Practice;
using GentleMole.Core.Site;

namespace GentleMole.Core.Yards;

/// <content>Yards at houses, and one with nothing to clip to.</content>
public static partial class YardBook
{
    /// <summary>The record leads to where the meter was; a cable that is bonded through the house lies just there, and its current runs back.</summary>
    private static YardSite MovedMeter(YardDraw draw, YardFrame frame)
    {
        var plot = new YardPlot(draw, frame);
        var (north, east) = (draw.Between(24, 28), draw.Between(14, 17));
        var water = plot.Line("water", UtilityKind.Water, Copper, draw.Between(0.85, 1.05), Open, Open, null, (0, 0), (draw.Between(2.5, 3.5), 3), (east, north - 4));
        var cable = plot.Line("power", UtilityKind.Electric, Armoured, draw.Between(0.4, 0.5), Earthed(draw, 3, 8), Open, null, (-0.8, -14), (-0.8, north));
        plot.Bond(water, cable, draw.Between(0.3, 1));
        plot.RecordAs(water, TownWater, 3, (0.8, 0), (0.4, north));
        plot.RecordAs(cable, TownPower, 2, (-2.4, -14), (-2.3, north));
        return Site(
            draw, plot, frame, ["water"], TownWater, (-4, 5, east + 2, north - 5), (50, 120),
            [
                new YardFeature("f1", FeatureKind.Valve, "stop tap", frame.At(0, 0), UtilityKind.Water, [new YardConnection("f1-a", YardContact.Pipe, Leads, "water", 0)]),
                new YardFeature("f2", FeatureKind.Meter, "place of the old meter", frame.At(0.4, north - 0.5), UtilityKind.Water, []),
            ],
            [new YardSurface(YardSurfaceKind.Building, frame.Of((-4, north), (east + 4, north), (east + 4, north + 9), (-4, north + 9)))]);
    }

    /// <summary>From the meter in the house everything bonded is lit; from the street the shallow gas beside the service brings the current back.</summary>
    private static YardSite Kitchen(YardDraw draw, YardFrame frame)
    {
        var plot = new YardPlot(draw, frame);
        var (length, aside) = (draw.Between(32, 38), draw.Between(3, 3.4));
        var water = plot.Line("water", UtilityKind.Water, Copper, draw.Between(0.95, 1.15), Open, Earthed(draw, 60, 120), null, (0, 0), (draw.Between(-0.4, 0.4), length / 2), (0, length));
        var gas = plot.Line("gas", UtilityKind.Gas, LineBuild.Of(UtilityKind.Gas, Material.Of("plastic coated steel"), null)!, draw.Between(0.36, 0.42), Earthed(draw, 3, 6), Open, null, (aside, -14), (aside, length));
        var power = plot.Line("power", UtilityKind.Electric, Armoured, draw.Between(0.55, 0.7), Earthed(draw, 12, 25), Open, null, (-14, -14), (-14, length - 4), (-1, length + 0.3));
        plot.Bond(water, gas, draw.Between(0.2, 0.5));
        plot.Bond(power, water, draw.Between(0.2, 0.5));
        plot.Record(water, TownWater);
        plot.RecordAs(gas, TownGas, 2, (aside + 1.3, -14), (aside + 1.3, length));
        plot.RecordAs(power, TownPower, 2, (-15.4, -14), (-15.4, length - 3), (-1.2, length + 1.6));
        return Site(
            draw, plot, frame, ["water"], TownWater, (-5, 5, 6, length - 3), (50, 120),
            [
                new YardFeature("f1", FeatureKind.Meter, "meter in the kitchen", frame.At(0, length), UtilityKind.Water, [new YardConnection("f1-a", YardContact.Pipe, Leads, "water", water.Run.Length)]),
                new YardFeature("f2", FeatureKind.Valve, "street tap", frame.At(0, 0), UtilityKind.Water, [new YardConnection("f2-a", YardContact.Pipe, Leads, "water", 0)]),
            ],
            [new YardSurface(YardSurfaceKind.Building, frame.Of((-6, length + 0.7), (9, length + 0.7), (9, length + 11), (-6, length + 11)))]);
    }

    /// <summary>Nothing to clip to: the box is heard itself for ten metres and more, and the main beside it answers as well.</summary>
    private static YardSite NoLid(YardDraw draw, YardFrame frame)
    {
        var plot = new YardPlot(draw, frame);
        var (length, aside) = (draw.Between(78, 90), draw.Between(2.3, 2.7));
        var gas = plot.Line(
            "gas", UtilityKind.Gas, LineBuild.Of(UtilityKind.Gas, Material.Of("plastic coated steel"), null)!, draw.Between(0.75, 0.95), Earthed(draw, 3, 8), Earthed(draw, 3, 8), null,
            (0, 0), (draw.Between(-0.6, 0.6), length / 2), (0, length));
        var water = plot.Line("water", UtilityKind.Water, Main, draw.Between(0.95, 1.15), SupposedEnd.GoesOn, SupposedEnd.GoesOn, null, (aside, -12), (aside, length + 10));
        plot.RecordAs(gas, TownGas, 2, (-draw.Between(1.3, 1.7), 0), (-draw.Between(1.3, 1.7), length));
        plot.RecordAs(water, TownWater, 2, (aside + 1.4, -12), (aside + 1.3, length + 8));
        return Site(
            draw, plot, frame, ["gas"], TownGas, (-4, 8, 6, length - 8), (60, 140),
            [
                new YardFeature("f1", FeatureKind.Marker, "plate", frame.At(0, 0), UtilityKind.Gas, []),
                new YardFeature("f2", FeatureKind.Marker, "plate 2", frame.At(0, length), UtilityKind.Gas, []),
            ],
            [new YardSurface(YardSurfaceKind.Road, frame.Of((7.5, -14), (13, -14), (13, length + 12), (7.5, length + 12)))]);
    }
}
