using GentleMole.Core.Lines;
using GentleMole.Core.Practice;
using GentleMole.Core.Site;

namespace GentleMole.Store.Demo;

/// <summary>
/// What really lies under the Lido car park. Nothing of this is written into the job: the demo's readings are made from it,
/// and tests compare marks with it.
/// </summary>
public static class LidoGround
{
    public static BuriedLine Water { get; } = Line(UtilityKind.Water, "Pellow Water", (20.6, 4, 0.98), (21.4, 14, 0.94), (23.0, 20, 0.92), (23.6, 33, 0.88), (24.0, 39, 0.9));

    public static BuriedLine Gas { get; } = Line(UtilityKind.Gas, "Tamsin Gas", (46.6, 8.2, 0.72), (46.2, 16, 0.8), (45.4, 28, 0.98), (44.7, 42, 0.95));

    /// <summary>Runs beside the gas from north 20 to north 31, 1.3 m east of it.</summary>
    public static BuriedLine Electric { get; } = Line(UtilityKind.Electric, "Norrick Grid", (25, 35.6, 0.62), (38, 35.2, 0.66), (46.4, 31.5, 0.66), (47.2, 20, 0.62), (56.5, 8, 0.8), (66, 7.4, 0.8));

    public static BuriedLine Fibre { get; } = Line(UtilityKind.Communications, "Lanternet", (59.4, 3, 0.5), (58.2, 16, 0.54), (57.6, 27, 0.52), (57.2, 41, 0.5));

    /// <summary>Clay: nothing metallic, so no receiver finds it without a sonde in it.</summary>
    public static BuriedLine Drain { get; } = Line(UtilityKind.Sewer, "Bay Drains Board", (33.4, 42, 1.35), (32.4, 26, 1.5), (31.2, 3, 1.72));

    /// <summary>Gas tracer wire energised at its valve box: part of the current comes back along the cable beside it.</summary>
    public static IReadOnlyList<DrivenLine> GasEnergised { get; } =
    [
        new(Gas, s => 49 * Math.Exp(-0.006 * s)),
        new(Electric, s => -Beside(s) * 17),
    ];

    public static IReadOnlyList<DrivenLine> WaterEnergised { get; } = [new(Water, s => 38 * Math.Exp(-0.008 * s))];

    public static IReadOnlyList<DrivenLine> FibreEnergised { get; } = [new(Fibre, s => 22 * Math.Exp(-0.01 * s))];

    /// <summary>1 on the stretch of the cable that runs beside the gas, falling off at its ends.</summary>
    private static double Beside(double chainage)
    {
        var (from, to) = (Electric.Run.ChainageOf(2), Electric.Run.ChainageOf(3));
        return chainage < from - 6 || chainage > to + 4 ? 0
            : chainage < from ? (chainage - from + 6) / 6
            : chainage > to ? (to + 4 - chainage) / 4
            : 1;
    }

    internal static BuriedLine Line(UtilityKind kind, string owner, params (double E, double N, double Depth)[] corners) =>
        new(kind, owner, [.. corners.Select(c => new Vector3(c.E, c.N, -c.Depth))]);
}
