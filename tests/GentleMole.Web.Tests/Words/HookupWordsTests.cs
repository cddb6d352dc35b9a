using GentleMole.Core.Hookup;
using GentleMole.Core.Lines;
using GentleMole.Core.Measures;
using GentleMole.Core.Soil;
using GentleMole.Web.Stages;
using GentleMole.Web.Words;

namespace GentleMole.Web.Tests.Words;

/// <summary>What is said of hookups: figures that people read, ways, ruled-out places, drafts that survive an address.</summary>
public class HookupWordsTests
{
    private static readonly Person Metres = new(UnitSystem.Metres, 800, 400, 800, 260);

    private static string Plain(string text) => text.Replace('\u00a0', ' ');

    [Theory]
    [InlineData(0.0, "0 mA")]
    [InlineData(0.004, "under 0.01 mA")]
    [InlineData(0.125, "0.125 mA")]
    [InlineData(4.2345, "4.23 mA")]
    [InlineData(25.31, "25.3 mA")]
    [InlineData(412.6, "413 mA")]
    public void A_current_has_the_figures_that_matter(double value, string said) => Assert.Equal(said, Plain(FigureWords.Milliamps(value)));

    [Theory]
    [InlineData(238.4, "238 Ω")]
    [InlineData(1530, "1.5 kΩ")]
    [InlineData(250_000, "250 kΩ")]
    public void A_resistance_too(double value, string said) => Assert.Equal(said, Plain(FigureWords.Ohms(value)));

    [Theory]
    [InlineData(0, 9, "9.0 m to the north")]
    [InlineData(-9, 0, "9.0 m to the west")]
    [InlineData(5, -5, "7.1 m to the south-east")]
    public void The_stake_is_told_by_its_way(double east, double north, string said) => Assert.Equal(said, HookupWords.Way(new(0, 0), new(east, north), Metres));

    private static CauseFigure Cause(CircuitCause cause, double chance, double? otherHertz = 83_000, double? otherOhms = 100) => new(cause, chance, 200, otherHertz, otherOhms);

    [Fact]
    public void A_loop_is_held_against_the_expected_one()
    {
        string Said(double measured, params CauseFigure[] causes) => Plain(CircuitWords.Against(measured, 239, causes));
        Assert.Equal(" This ground should give 239 Ω: it agrees, as well as soil is known.", Said(240, Cause(CircuitCause.AsPredicted, 0.7)));
        Assert.Equal(" This ground should give 239 Ω: it may be that, see below.", Said(240, Cause(CircuitCause.AsPredicted, 0.4)));
        Assert.Equal(" This ground should give 239 Ω; 2.64 times as much was read.", Said(630, Cause(CircuitCause.DryStake, 0.5)));
        Assert.Equal(" This ground should give 239 Ω; only 25 % of it was read.", Said(60, Cause(CircuitCause.StakeOnService, 0.9)));
        Assert.Equal(" This ground should give 239 Ω; that alone would agree.", Said(240, Cause(CircuitCause.WrongWire, 0.9)));
        Assert.Equal(" This ground should give 239 Ω.", Said(240));
    }

    [Fact]
    public void What_is_asked_for_is_what_would_tell_the_causes_apart()
    {
        string Asked(bool heard, params CauseFigure[] causes) => Plain(CircuitWords.Ask(causes, heard, Metres));
        Assert.Equal(
            "Send 83 kHz and read volts and current again: 500 Ω if “dry or loose stake”, 90 Ω if “far end not earthed”.",
            Asked(false, Cause(CircuitCause.DryStake, 0.5, otherOhms: 500), Cause(CircuitCause.DirtyClip, 0.3, otherOhms: 510), Cause(CircuitCause.OpenFarEnd, 0.1, otherOhms: 90)));
        Assert.Equal("", Asked(false, Cause(CircuitCause.DryStake, 0.5, otherOhms: 500), Cause(CircuitCause.DirtyClip, 0.3, otherOhms: 510)));
        Assert.Equal("", Asked(true, Cause(CircuitCause.AsPredicted, 0.8, null, null), Cause(CircuitCause.WrongWire, 0.2, null, null)));
        Assert.StartsWith("Read the current on the line 6.0 m out", Asked(false, Cause(CircuitCause.AsPredicted, 0.8, null, null), Cause(CircuitCause.WrongWire, 0.2, null, null)), StringComparison.Ordinal);
    }

    [Theory]
    [InlineData(HookupRefusal.LiveElectric, "never direct")]
    [InlineData(HookupRefusal.ClampWithoutEarths, "no earth on both sides")]
    [InlineData(HookupRefusal.InsulatedFromWork, "insulating joint")]
    [InlineData(HookupRefusal.NoStakePlace, "no place for the stake")]
    public void What_is_ruled_out_says_why(HookupRefusal refusal, string said) =>
        Assert.Contains(said, HookupWords.Refused(new RefusedWay(new ConnectionPoint("valve 3", default, []), HookupMethod.Direct, refusal)), StringComparison.Ordinal);

    [Fact]
    public void Every_cause_refusal_finding_and_card_has_words()
    {
        Assert.All(Enum.GetValues<CircuitCause>(), c => Assert.NotEmpty(CircuitWords.TryNext(c)));
        Assert.Equal(Enum.GetValues<CircuitCause>().Length, Enum.GetValues<CircuitCause>().Select(CircuitWords.Cause).Distinct().Count());
        Assert.Equal(Enum.GetValues<StakeRefusal>().Length, Enum.GetValues<StakeRefusal>().Select(HookupWords.Stake).Distinct().Count());
        Assert.Equal(Enum.GetValues<WireFinding>().Length, Enum.GetValues<WireFinding>().Select(HookupWords.Wire).Distinct().Count());
        Assert.Equal(Enum.GetValues<WhyKind>().Length, Enum.GetValues<WhyKind>().Select(HookupWords.WhyTitle).Distinct().Count());
    }

    private static (JudgedHookup Judged, PlannerTask Task) Judged(double deep, double set)
    {
        SupposedLine Line(string id, double east, double depth) =>
            new(id, "Norrick Gas", UtilityKind.Gas, [new(east, 0), new(east, 60)], new(depth), LineBuild.Tracer, new SupposedEnd(EndSupposed.Open), new SupposedEnd(EndSupposed.Earthed));
        var ground = new SupposedGround(SoilGround.Of(SoilKind.Loam), [Line("g", 0, deep), Line("h", 6, 1)], [], []);
        var task = new PlannerTask
        {
            Ground = ground, Target = "g", Work = new WorkStretch(20, 50), Points = [], StakeGround = new StakeGround(ground, [], false, []),
            Transmitter = new("t", [512, 8000], [5, 10, 25, 50, 100], 60, 5, 9, 1.5, 6, 40), Receiver = new("r", [512, 8000], 0.4, 0.05, 0.01, 400),
        };
        return (HookupPlanner.Judge(task, new HookupTry("g", "g", HookupMethod.Direct, default, "box", new(-8, 0), 512, set)).Value, task);
    }

    [Fact]
    public void A_hookup_says_in_which_grounds_it_fails_and_what_would_do_there()
    {
        var (good, task) = Judged(0.6, 50);
        Assert.Equal("It holds in 5 of 6 plausible grounds, but with the far end open hardly anything of it is heard.", Plain(GroundWords.Holds(good, task, Metres)));
        Assert.Equal(good.Grounds.Count, good.Grounds.Select(g => GroundWords.Name(g.Doubt, task)).Distinct().Count());

        var (faint, _) = Judged(0.6, 5);
        var enough = faint.Grounds[0].EnoughMilliamps!.Value;
        Assert.StartsWith("In no plausible ground is it enough: in all of them", Plain(GroundWords.Holds(faint, task, Metres)), StringComparison.Ordinal);
        var without = new JudgedHookup([.. faint.Grounds.Take(1), .. good.Grounds.Skip(1).Take(4), .. good.Grounds.Take(1)]);
        Assert.Equal($"It holds in 5 of 6 plausible grounds, but with things as supposed hardly anything of it is heard ({enough} mA would do).", Plain(GroundWords.Holds(without, task, Metres)));
    }

    [Fact]
    public void A_card_speaks_with_its_own_numbers()
    {
        var ground = new SupposedGround(SoilGround.Of(SoilKind.Loam), [new SupposedLine("e", "Norrick Grid", UtilityKind.Electric, [new(0, 0), new(0, 9)], new(0.6), LineBuild.Tracer, SupposedEnd.GoesOn, SupposedEnd.GoesOn)], [], []);
        var hookup = new HookupTry("e", "e", HookupMethod.Direct, default, "", new(9, 0), 512, 25);
        var said = Plain(HookupWords.Why(new WhyCard(WhyKind.BondedInside, false, 0.2, 8.39, Line: "e"), ground, hookup, Metres));
        Assert.Equal("Norrick Grid (electric) carries 0.2 mA beside the work; bonded at the far end it would carry 8.39 mA, running the other way.", said);
    }

    [Fact]
    public void Wires_are_compared_in_a_sentence()
    {
        Assert.StartsWith("red is likely the one", HookupWords.Compared(WireComparison.Of([new("red", 9, 40, 33), new("blue", 9, 40, 2)])), StringComparison.Ordinal);
        Assert.StartsWith("No wire stands out", HookupWords.Compared(WireComparison.Of([new("red", 9, 40, 20), new("blue", 9, 40, 19)])), StringComparison.Ordinal);
        Assert.StartsWith("Walk a few metres", HookupWords.Compared(WireComparison.Of([new("red", 9, 40, null)])), StringComparison.Ordinal);
        Assert.StartsWith("None of these", HookupWords.Compared(WireComparison.Of([new("red", 9, 40, 1)])), StringComparison.Ordinal);
    }

    [Fact]
    public void A_hookup_in_an_address_comes_back_as_it_was()
    {
        var hookup = new HookupTry("line-2", "line-2", HookupMethod.Direct, new(46.6, 8.2), "valve; box 3", new(38, 4.5), 512, 25);
        Assert.Equal(hookup, HookupDraft.Read(HookupDraft.Write(hookup), "line-2"));
        Assert.Equal(HookupMethod.Induction, HookupDraft.Read(HookupDraft.Write(hookup with { Method = HookupMethod.Induction, Stake = null }), "line-2")!.Method);
        Assert.All(new[] { null, "", "direct", "direct;a;b;c;d;e;f;g", "direct;1;2;3;4;0;5;x" }, text => Assert.Null(HookupDraft.Read(text, "line-2")));
    }
}
