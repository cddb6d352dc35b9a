using GentleMole.Core.Hookup;
using GentleMole.Core.Lines;
using GentleMole.Core.Practice;
using GentleMole.Core.Radar;
using GentleMole.Core.Soil;

namespace GentleMole.Store.Demo;

/// <summary>
/// What really lies under the Lido car park. Nothing of this is written into the job: the demo's readings are made from it,
/// and tests compare marks with it.
/// </summary>
public static class LidoGround
{
    /// <summary>The main ends at its hydrant and goes on to the north.</summary>
    public static BuriedLine Water { get; } = DemoLine.Of(
        UtilityKind.Water, "ductile iron", 0.118, new SupposedEnd(EndSupposed.Open), SupposedEnd.GoesOn,
        (20.6, 4, 0.98), (21.4, 14, 0.94), (23.0, 20, 0.92), (23.6, 33, 0.88), (24.0, 39, 0.9));

    /// <summary>A tracer wire; somebody has clipped it to the cable's earth where the two come nearest, and the clip has rusted.</summary>
    public static BuriedLine Gas { get; } = DemoLine.Of(
        UtilityKind.Gas, "PE with tracer wire", null, new SupposedEnd(EndSupposed.Open), new SupposedEnd(EndSupposed.Earthed, 20),
        (46.6, 8.2, 0.72), (46.2, 16, 0.8), (45.4, 28, 0.98), (44.7, 42, 0.95));

    /// <summary>Runs beside the gas from north 20 to north 31, 1.3 m east of it.</summary>
    public static BuriedLine Electric { get; } = DemoLine.Of(
        UtilityKind.Electric, "armoured cable", 0.052, new SupposedEnd(EndSupposed.Earthed, 25), new SupposedEnd(EndSupposed.Earthed, 4),
        (25, 35.6, 0.62), (38, 35.2, 0.66), (46.4, 31.5, 0.66), (47.2, 20, 0.62), (56.5, 8, 0.8), (66, 7.4, 0.8)).Live(150);

    /// <summary>Feeds the lamp by the bays; on no plan. Nobody knows of it until it is swept for.</summary>
    public static BuriedLine Lamp { get; } = DemoLine.Of(
        UtilityKind.Unknown, "armoured cable", 0.02, new SupposedEnd(EndSupposed.Earthed, 60), new SupposedEnd(EndSupposed.Earthed, 8),
        (27.4, 9, 0.5), (29.5, 17, 0.55), (36, 26, 0.6), (38.6, 33, 0.6)).Live(60);

    public static BuriedLine Fibre { get; } = DemoLine.Of(
        UtilityKind.Communications, "fibre in duct, tracer", null, new SupposedEnd(EndSupposed.Open), new SupposedEnd(EndSupposed.Earthed, 30),
        (59.4, 3, 0.5), (58.2, 16, 0.54), (57.6, 27, 0.52), (57.2, 41, 0.5));

    /// <summary>Clay: nothing metallic, so no receiver finds it without a sonde in it.</summary>
    public static BuriedLine Drain { get; } = DemoLine.Of(
        UtilityKind.Sewer, "clay", null, SupposedEnd.GoesOn, SupposedEnd.GoesOn, (33.4, 42, 1.35), (32.4, 26, 1.5), (31.2, 3, 1.72));

    /// <summary>The same as a radar meets it.</summary>
    public static IReadOnlyList<BuriedPipe> Pipes { get; } =
    [
        new(Water, BuriedKind.Metal, 0.059), new(Gas, BuriedKind.Air, 0.0315), new(Electric, BuriedKind.Metal, 0.026), new(Fibre, BuriedKind.Air, 0.055), new(Drain, BuriedKind.Air, 0.095), new(Lamp, BuriedKind.Metal, 0.012),
    ];

    /// <summary>Made ground under the tarmac, sand below: quick and dry enough for a radar.</summary>
    public static IReadOnlyList<SoilLayer> Layers { get; } = [new(0, 8.6, 0.004), new(0.95, 10.2, 0.006)];

    /// <summary>All of it, in loam.</summary>
    public static HiddenGround Ground { get; } = new(
        SoilGround.Of(SoilKind.Loam), [Water, Gas, Electric, Fibre, Drain, Lamp],
        [new SupposedBond(Gas.Id, Gas.Run.Project(Electric.Run.Points[2]).ChainageMetres, Electric.Id, Electric.Run.ChainageOf(2), 20)], []);
}
