using GentleMole.Core.Hookup;
using GentleMole.Core.Identify;
using GentleMole.Core.Lines;
using GentleMole.Core.Network;
using GentleMole.Core.Site;
using GentleMole.Core.Soil;

namespace GentleMole.Web.Bench;

/// <summary>
/// SIMULATED. A street of ours to try "which line" on: a gas tracer that is wanted, a lamp cable 1.1 m right of it and a water main
/// 3 m left, as plans have them. What was read was made by the engine on a ground that differs from the plans.
/// </summary>
/// <param name="Name">As in the address.</param>
/// <param name="Title">What it shows.</param>
/// <param name="Truth">What was in the ground.</param>
/// <param name="Typed">What was read, by field.</param>
internal sealed record StreetExample(string Name, string Title, string Truth, IReadOnlyDictionary<string, string> Typed)
{
    public const string Gas = "gas";

    /// <summary>How far along the tracer the dot is, metres.</summary>
    private const double Along = 30;

    public static IReadOnlyList<StreetExample> All { get; } =
    [
        new("wanted", "The line that is wanted", "The gas lies 0.10 m right of its plan, 0.82 m deep, and carries nearly all of the current.",
            new Dictionary<string, string> { ["place"] = "0.08 m", ["silent"] = "0.04 m", ["depth"] = "0.72 m", ["current"] = "42", ["way"] = "With", ["turned"] = "1", ["sideways"] = "1", ["volts"] = "7.3" }),
        new("bonded", "A bonded lamp cable", "The gas has no earth at its far end; there a bond of 0.5 Ω takes its current over to the lamp cable, which brings it back.",
            new Dictionary<string, string> { ["place"] = "1.34 m", ["silent"] = "-0.01 m", ["level"] = "4.5", ["way"] = "Against", ["turned"] = "0", ["sideways"] = "2", ["volts"] = "6.4" }),
        new("stranger", "A line that nobody drew", "A steel pipe 1.5 m left of the gas, 0.70 m deep, is bonded to it at the box and takes a good part of the current.",
            new Dictionary<string, string> { ["place"] = "-1.49 m", ["silent"] = "0.09 m", ["depth"] = "0.54 m", ["current"] = "14", ["way"] = "With", ["turned"] = "1", ["sideways"] = "2", ["volts"] = "6.6" }),
    ];

    public static StreetExample Of(string? name) => All.FirstOrDefault(e => e.Name == name) ?? All[0];

    /// <summary>What each line is called.</summary>
    public static string Called(string line) => line switch
    {
        Gas => "the gas",
        "lamp" => "the lamp cable",
        _ => "the water main",
    };

    /// <summary>The street as plans have it, with a dot.</summary>
    public static IdentifyTask Task(ObservedDot dot, double milliamps, double? volts)
    {
        NetworkLine Line(string id, double east, double depth, double from, double to, Conductor conductor, LineEnd start, LineEnd end) =>
            new(id, [new(east, from, -depth), new(east, to, -depth)], conductor, start, end);
        return new IdentifyTask
        {
            Network = new BuriedNetwork(
                new SoilGround(80),
                [
                    Line(Gas, 0, 0.8, 0, 60, LineBuild.Tracer, LineEnd.Open, LineEnd.Earthed(SupposedEnd.UsualOhms)),
                    Line("lamp", 1.1, 0.6, -5, 70, LineBuild.Of(UtilityKind.Electric, Material.Of("armoured cable"), 0.03)!, LineEnd.Earthed(15), LineEnd.Earthed(15)),
                    Line("water", -3, 1.1, -10, 75, LineBuild.Of(UtilityKind.Water, Material.Of("cast iron"), 0.118)!, LineEnd.Open, LineEnd.Open),
                ],
                [], []),
            DoubtMetres = [0.3, 0.3, 0.5], Source = new DirectSource(new LinePlace(Gas, 0), new EarthStake(new SitePoint(-8, 0)), new Drive(1, double.MaxValue, double.MaxValue)),
            Hertz = 8000, Frequencies = [512, 8000, 33_000, 83_000], Target = Gas, ShownMilliamps = milliamps, ShownVolts = volts, Dots = [dot],
        };
    }

    /// <summary>Where a dot lies that is so far right of the gas on the plan.</summary>
    public static SitePoint Place(double right) => new(right, Along);
}
