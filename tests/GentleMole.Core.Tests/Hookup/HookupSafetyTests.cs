using GentleMole.Core.Hookup;
using GentleMole.Core.Lines;
using GentleMole.Core.Site;
using GentleMole.Core.Soil;

namespace GentleMole.Core.Tests.Hookup;

/// <summary>What must never be ranked, and what is supposed where nobody said.</summary>
public class HookupSafetyTests
{
    private static SupposedGround Of(SupposedLine line, params SupposedJoint[] joints) => new(SoilGround.Of(SoilKind.Loam), [line], [], joints);

    private static SupposedLine Target(UtilityKind kind, SupposedEnd start, SupposedEnd end, Conductor? conductor = null) =>
        new("gas", "gas", kind, [new(0, 0), new(0, 60)], new(0.8), conductor ?? LineBuild.Tracer, start, end);

    private static HookupRefusal? Rule(SupposedLine target, HookupMethod method, double at, params SupposedJoint[] joints) =>
        HookupPlanner.Rule(PlannerTests.Task(Of(target, joints)), target, new SitePoint(0, at), method);

    [Theory]
    [InlineData(UtilityKind.Electric, HookupRefusal.LiveElectric)]
    [InlineData(UtilityKind.Unknown, HookupRefusal.LiveElectric)]
    [InlineData(UtilityKind.Gas, null)]
    [InlineData(UtilityKind.Water, null)]
    [InlineData(UtilityKind.Communications, null)]
    [InlineData(UtilityKind.Reclaimed, null)]
    [InlineData(UtilityKind.Sewer, null)]
    public void Nothing_is_clipped_to_what_may_be_live(UtilityKind kind, HookupRefusal? refusal) =>
        Assert.Equal(refusal, Rule(Target(kind, PlannerTests.Open, PlannerTests.Earthed), HookupMethod.Direct, 5));

    [Theory]
    [InlineData(null, null, null)] // earthed at both ends
    [InlineData(55.0, null, HookupRefusal.ClampWithoutEarths)] // the far earth lies past an open joint
    [InlineData(55.0, 0.5, null)] // a jumper brings it back
    [InlineData(2.0, null, HookupRefusal.ClampWithoutEarths)] // the near one does
    public void A_clamp_needs_an_earth_to_both_sides_that_the_current_can_reach(double? jointAt, double? bridge, HookupRefusal? refusal)
    {
        SupposedJoint[] joints = jointAt is { } at ? [new SupposedJoint("gas", at, bridge)] : [];
        Assert.Equal(refusal, Rule(Target(UtilityKind.Gas, PlannerTests.Earthed, PlannerTests.Earthed), HookupMethod.Clamp, 10, joints));
    }

    [Fact]
    public void A_clamp_on_a_line_that_ends_open_has_nothing_to_send_its_current_to() =>
        Assert.Equal(HookupRefusal.ClampWithoutEarths, Rule(Target(UtilityKind.Gas, PlannerTests.Earthed, PlannerTests.Open), HookupMethod.Clamp, 10));

    [Fact]
    public void Bare_metal_leaks_all_along_and_needs_no_earth_at_its_ends() =>
        Assert.Null(Rule(Target(UtilityKind.Water, PlannerTests.Open, PlannerTests.Open, new Conductor(Metal.Iron, 0.118, 0.008, Coating.Bare)), HookupMethod.Clamp, 10));

    [Theory]
    [InlineData(UtilityKind.Gas, FeatureKind.Meter, EndSupposed.Open)]
    [InlineData(UtilityKind.Gas, FeatureKind.Riser, EndSupposed.Open)]
    [InlineData(UtilityKind.Electric, FeatureKind.Cabinet, EndSupposed.Earthed)]
    [InlineData(UtilityKind.Communications, FeatureKind.Pole, EndSupposed.Earthed)]
    [InlineData(UtilityKind.Water, FeatureKind.Meter, EndSupposed.Earthed)]
    [InlineData(UtilityKind.Water, FeatureKind.Hydrant, EndSupposed.GoesOn)]
    [InlineData(UtilityKind.Electric, null, EndSupposed.GoesOn)]
    public void An_end_is_what_stands_there(UtilityKind kind, FeatureKind? stands, EndSupposed end)
    {
        var source = new GroundSource("line-1", "x", kind, "", null, [new(0, 0), new(0, 60)], null, null);
        Placed[] placed = stands is { } s ? [new Placed(s, [new SitePoint(0.5, 59)], kind, "", null, 0.3)] : [];

        Assert.Equal(end, SupposedEnd.Likely(kind, stands).Kind);
        Assert.Equal(end, GroundSurvey.Suppose(source, placed).End.Kind);
        Assert.Equal(EndSupposed.GoesOn, GroundSurvey.Suppose(source, placed).Start.Kind);
        Assert.Equal(EndSupposed.Open, GroundSurvey.Suppose(source with { Said = new SaidOfLine(EndKind: EndSupposed.Open) }, placed).End.Kind);
    }

    [Fact]
    public void Cover_is_to_the_top_and_depth_to_the_centre()
    {
        Assert.Equal(1.0, new Cover(0.9).ToCentre(0.2).Metres, 12);
        Assert.Equal(0.9, Cover.Over(new(1.0), 0.2).Metres, 12);
        Assert.Equal(1.05, GroundSurvey.DepthUnder(new Cover(0.9), UtilityKind.Water, "ductile iron", 0.3).Metres, 12);
        Assert.True(GroundSurvey.DepthUnder(new Cover(0.9), UtilityKind.Water, "ductile iron", null).Metres > 0.9);
    }

    [Theory]
    [InlineData(1000, 5000, 7000, null)]
    [InlineData(5000, 5000, 7000, "weakOhms")]
    [InlineData(1000, 7000, 7000, "stopOhms")]
    [InlineData(0, 5000, 7000, "goodOhms")]
    [InlineData(1000, 5000, 1e300, "stopOhms")]
    [InlineData(double.NaN, 5000, 7000, "goodOhms")]
    public void Limits_of_the_loop_rise(double good, double weak, double stop, string? field) =>
        Assert.Equal(field, CircuitLimits.Check(good, weak, stop).Select(e => e.Field).FirstOrDefault());

    [Fact]
    public void A_firm_with_stricter_limits_walks_with_less()
    {
        var task = PlannerTests.Task(Of(Target(UtilityKind.Gas, PlannerTests.Open, PlannerTests.Earthed)));
        var hookup = HookupPlanner.Plan(task)!.Best!.Prediction;
        var ohms = hookup.Shown.LoopOhms!.Value;
        Verdict With(double stop) => HookupPlanner.Predict(task with { Limits = new CircuitLimits(10, stop / 2, stop) }, hookup.Try).Value.Prediction.Verdict;

        Assert.NotEqual(Verdict.Reject, With(ohms * 1.1));
        Assert.Equal(Verdict.Reject, With(ohms * 0.9));
    }
}
