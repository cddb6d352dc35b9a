using GentleMole.Core.Hookup;
using GentleMole.Core.Instruments;
using GentleMole.Core.Lines;
using GentleMole.Core.Measures;
using GentleMole.Core.Site;
using GentleMole.Core.Soil;
using GentleMole.Core.Sweeps;
using GentleMole.Web.Drawing;
using GentleMole.Web.Stages;

namespace GentleMole.Web.Tests.Drawing;

/// <summary>Currents, charts and ring are drawn from the engine's figures: where they stand, how heavy, what they say.</summary>
public class SignalDrawingTests
{
    private static readonly TransmitterProfile Sender = new("t", [512, 8000, 83_000], [5, 25, 50], 60, 5, 9, 1, 6, 40);
    private static readonly ReceiverProfile Hearer = new("r", [512, 8000, 83_000], 0.4, 0.05, 0.01, 400);

    private static readonly SupposedGround Ground = new(
        SoilGround.Of(SoilKind.Loam),
        [
            new SupposedLine("g", "Tamsin Gas", UtilityKind.Gas, [new(0, 0), new(0, 60)], new(0.8), LineBuild.Tracer, new SupposedEnd(EndSupposed.Open), new SupposedEnd(EndSupposed.Open)),
            new SupposedLine("e", "Norrick Grid", UtilityKind.Electric, [new(2, -10), new(2, 70)], new(0.6), LineBuild.Of(UtilityKind.Electric, Material.Of("armoured"), null), new SupposedEnd(EndSupposed.Earthed), new SupposedEnd(EndSupposed.Earthed)),
            new SupposedLine("w", "Pellow Water", UtilityKind.Water, [new(-40, 30), new(40, 30)], new(1.2), LineBuild.Of(UtilityKind.Water, Material.Of("ductile iron"), null), SupposedEnd.GoesOn, SupposedEnd.GoesOn),
        ],
        [new SupposedBond("g", 60, "e", 70, 0.5)], []);

    private static readonly PlannerTask Task = new()
    {
        Ground = Ground, Target = "g", Work = new WorkStretch(20, 40), Points = [], StakeGround = StakeGround.Of(Ground, [], false, []), Transmitter = Sender, Receiver = Hearer,
    };

    private static PredictedHookup Predict(double hertz = 8000) =>
        HookupPlanner.Predict(Task, new HookupTry("g", "g", HookupMethod.Direct, new(0, 0), "valve", new(-9, 0), hertz, 50)).Value;

    [Fact]
    public void Weight_is_current_and_the_strongest_line_is_the_heaviest()
    {
        var overlay = new SignalOverlay(Predict(), Ground);
        double Heaviest(string name) => overlay.Lines.Single(l => l.Name == name).Pieces.Max(p => p.Pixels);
        Assert.Equal(SignalOverlay.Pixels(1), overlay.Lines.Max(l => l.Pieces.Max(p => p.Pixels)), 1);
        Assert.True(Heaviest("Tamsin Gas") > 2 * Heaviest("Pellow Water"));
        Assert.True(SignalOverlay.Pixels(0) > 0, "a line without current is still seen");
        Assert.Equal(1000 * Ground.Metallic.Max(l => Predict().Solved.Stations(l.Id).Max(s => s.Amperes.Magnitude)), overlay.MostMilliamps, 0);
    }

    [Fact]
    public void Ticks_run_away_from_the_clip_on_the_target_and_back_on_a_bonded_neighbour()
    {
        var overlay = new SignalOverlay(Predict(512), Ground);
        Assert.All(overlay.Lines.Single(l => l.Name == "Tamsin Gas").Ticks, t => Assert.Equal(0, t.Way.Degrees, 3));
        Assert.All(overlay.Lines.Single(l => l.Name == "Norrick Grid").Ticks.Where(t => t.Place.North is > 5 and < 55), t => Assert.Equal(180, t.Way.Degrees, 3));
    }

    [Fact]
    public void The_current_chart_shows_the_target_what_runs_beside_it_and_what_can_be_followed()
    {
        var chart = new CurrentChart(Predict(), Task, 876, 262, UnitSystem.Metres);
        Assert.Contains(chart.Curves, c => c is { IsTarget: true, Kind: UtilityKind.Gas });
        Assert.Contains(chart.Curves, c => c.Kind == UtilityKind.Electric);
        Assert.Contains(chart.Labels, l => l.Label.Text.StartsWith("G Tamsin Gas", StringComparison.Ordinal));
        Assert.Contains(chart.Labels, l => l.Label.Text.StartsWith("least that can be followed", StringComparison.Ordinal));
        var follows = Hearer.FloorTesla(8000) * ReceiverProfile.FollowAbove;
        Assert.Equal(follows, HookupPrediction.Response(chart.FollowMilliamps / 1000, 0.85), 15);
        Assert.True(chart.Y(50) < chart.Y(5), "more current is higher");
        Assert.All(chart.Grid, v => Assert.InRange(chart.Y(v), SignalChart.Top, 262));
    }

    [Theory]
    [InlineData(876, 262)]
    [InlineData(390, 290)]
    public void Labels_of_a_chart_keep_off_each_other_and_inside(int width, int height)
    {
        LabelLaw.Hold(new CurrentChart(Predict(), Task, width, height, UnitSystem.Metres).Scene);
        LabelLaw.Hold(Field(width, height).Scene);
        Assert.NotEmpty(Field(width, height).Labels);
    }

    [Fact]
    public void The_field_stands_over_the_ground_and_the_lines_under_it_where_they_are()
    {
        var chart = Field(876, 262);
        Assert.True(chart.FieldY(chart.MostNanotesla) < chart.FieldY(0));
        Assert.Equal(chart.GroundY, chart.FieldY(0), 6);
        Assert.All(chart.Lines, l => Assert.InRange(chart.DepthY(l.Cut.Depth.Metres), chart.GroundY, 262));
        Assert.Equal(["e", "g"], chart.Lines.Select(l => l.Line.Id).Order());
        Assert.InRange(chart.StrongestAt, 3.3, 6.2);
        var (gas, cable) = (chart.Lines.Single(l => l.Line.Id == "g").Cut, chart.Lines.Single(l => l.Line.Id == "e").Cut);
        Assert.Equal(2, cable.AlongMetres - gas.AlongMetres, 6);
        Assert.True(chart.Radius(gas) >= chart.Radius(cable));
    }

    [Fact]
    public void The_ring_puts_each_response_at_its_bearing()
    {
        var ring = ArcSweep.Expect(Predict().Solved, Ground, new(0, 0), 8);
        var drawing = new RingDrawing(ring, Ground, ArcSweep.Compare(ring, [Azimuth.Of(200)]), 240);
        var (x, y) = drawing.At(Azimuth.Of(90), 1);
        Assert.Equal(drawing.Middle + drawing.Radius, x, 6);
        Assert.Equal(drawing.Middle, y, 6);
        Assert.Equal(360, drawing.Around.Count);
        Assert.Contains(drawing.Compared, m => m.Found == Azimuth.Of(200) && m.Expected is null);
        Assert.Equal("g", drawing.LineOf(ring.Responses.First(r => r.Line == "g"))!.Id);
    }

    private static FieldChart Field(int width, int height) =>
        new(FieldSection.Along(Predict().Solved, Ground, new(-4, 25), new(6, 25), "g"), Ground, width, height, UnitSystem.Metres);
}
