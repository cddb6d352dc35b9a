using GentleMole.Core.Hookup;
using GentleMole.Core.Lines;
using GentleMole.Core.Practice;
using GentleMole.Core.Site;
using GentleMole.Core.Soil;

namespace GentleMole.Core.Yards;

/// <summary>The yards that ship. Streets, owners and grounds are invented.</summary>
public static partial class YardBook
{
    private const string TownGas = "Tolver Gas";
    private const string TownWater = "Tolver Water";
    private const string TownPower = "Tolver Power";
    private const string TownLines = "Tolver Lines";

    private static readonly IReadOnlyList<HookupMethod> Leads = [HookupMethod.Direct];
    private static readonly Conductor Main = LineBuild.Of(UtilityKind.Water, Material.Of("cast iron"), null)!;
    private static readonly Conductor Copper = LineBuild.Of(UtilityKind.Water, Material.Of("plastic coated copper"), null)!;
    private static readonly Conductor Armoured = LineBuild.Of(UtilityKind.Electric, Material.Of("armoured cable"), null)!;

    /// <summary>All of them, the easiest first.</summary>
    public static IReadOnlyList<Yard> All { get; } =
    [
        new("quiet-lane", "Quiet lane", 1, [YardHabit.StakeSquare, YardHabit.StakeFar, YardHabit.StakeClear], 12,
            "A hedge is to be planted along the lane. Mark the gas in the verge; a tracer was laid with it, and its tail is in the box at the corner.", QuietLane),
        new("two-tails", "Two tails in one box", 2, [YardHabit.TriedEach], 15,
            "A new drive crosses the verge. Mark the gas to the plate at the far end; the box holds two tails, and nobody wrote on them which is which.", TwoTails),
        new("two-corners", "Two corners", 2, [YardHabit.CloseOnBends, YardHabit.NoMorePower], 15,
            "Posts are to be set along the path. Mark the gas; the sheet draws it straight from the box to the plate.", TwoCorners),
        new("iron-street", "Iron street", 3, [YardHabit.LowestThatWorks], 18,
            "The street is to be drained. Mark the old water main from the hydrant on; the ground is wet clay.", IronStreet),
        new("loud-neighbour", "The loud neighbour", 3, [YardHabit.ComparedCurrents, YardHabit.CheckedDirection], 20,
            "A fence is to be set. Mark the gas, which lies deep here; a cable of Tolver Lines is in the same verge.", LoudNeighbour),
        new("moved-meter", "The meter that moved", 3, [YardHabit.SweptRound, YardHabit.CheckedDirection], 18,
            "A terrace is to be laid before the house. Mark the water from the stop tap; the house was rebuilt since the plan was drawn.", MovedMeter),
        new("cabinet-door", "Behind the cabinet door", 3, [YardHabit.TestedDead], 16,
            "A charging post is to be set. Mark the power cable from the cabinet; its door is open for you.", CabinetDoor),
        new("wrong-side", "The wrong side of the joint", 3, [YardHabit.TriedEach], 16,
            "The footway is to be renewed. Mark the gas from the regulator on; pipe shows on both sides of it.", WrongSide),
        new("the-dive", "The dive", 3, [YardHabit.LiftOrTurn], 18,
            "A beam is to be set over the culvert. Mark the gas across it, and how deep it lies.", TheDive),
        new("wire-stops", "Where the wire stops", 4, [YardHabit.AskedCircuit, YardHabit.SaidUnsure], 20,
            "A track is to be laid over the sand. Mark the gas from the box to the plate.", WireStops),
        new("no-lid", "No lid in sight", 4, [YardHabit.CheckedNull], 20,
            "Trees are to be planted. Mark the gas between the two plates; nothing of it can be clipped to.", NoLid),
        new("kitchen", "All roads through the kitchen", 4, [YardHabit.SecondHookup, YardHabit.ComparedCurrents], 20,
            "A drain is to be dug in the front garden. Mark the water service; everybody starts at the meter in the kitchen.", Kitchen),
        new("one-trench", "One trench, two cables", 5, [YardHabit.SaidUnsure], 20,
            "A drain is to cross here. Mark the cable of Tolver Lines; another firm's may lie in the same trench.", OneTrench),
        new("the-stranger", "The stranger", 4, [YardHabit.PassiveLast], 18,
            "A shed is to stand on this ground. Mark the gas that crosses it, and whatever else a spade would meet.", TheStranger),
    ];

    /// <summary>A yard by its code.</summary>
    public static Yard? Find(string code) => All.FirstOrDefault(y => y.Code == code);

    /// <summary>What a line of these yards is called when the ground is laid open.</summary>
    internal static string NameOf(string id) => id switch
    {
        "gas" => "gas",
        "gas beyond" => "gas beyond the cut",
        "branch" => "wire to the lamps",
        "lamps" => "cable of the lamps",
        "water" => "water",
        "house gas" => "gas of the house",
        "cable" or "lines" => "cable of Tolver Lines",
        "other" => "cable of Varrow Cable",
        "power" => "power cable",
        "earth" => "earth of the power",
        "stranger" => "cable on no record",
        _ => id,
    };

    private static SupposedEnd Open => new(EndSupposed.Open);

    private static SupposedEnd Earthed(YardDraw draw, double low, double high) => new(EndSupposed.Earthed, draw.Between(low, high));

    private static YardSite Site(
        YardDraw draw, YardPlot plot, YardFrame frame, IReadOnlyList<string> target, string owner, (double West, double South, double East, double North) area, (double Low, double High) soil,
        IReadOnlyList<YardFeature> features, IReadOnlyList<YardSurface> surfaces) => new(
            new HiddenGround(new SoilGround(draw.Scaled(soil.Low, soil.High)), plot.Lines, plot.Bonds, []), target, plot.Lines.First(l => l.Id == target[0]).Kind, owner,
            frame.Of((area.West, area.South), (area.East, area.South), (area.East, area.North), (area.West, area.North)), soil, features, plot.Records, surfaces);
}
