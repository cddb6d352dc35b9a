using GentleMole.Exchange.Scenes;
using GentleMole.Web.Drawing;

namespace GentleMole.Web.Tests.Drawing;

public class LabelPlacerTests
{
    private static readonly SceneFrame Frame = SceneFrame.Chart(600, 400);

    private static Scene Drawn(IReadOnlyList<SceneShape> shapes, IEnumerable<SceneLabel> labels)
    {
        var placer = new LabelPlacer(Frame);
        SceneLayer layer = new("all", shapes);
        placer.Occupy([layer]);
        return new Scene(Frame, "test", [layer], placer.Place(labels));
    }

    private static SceneLabel Label(string text, int importance, params (double X, double Y)[] at) => new(text, Looks.Name, [.. at.Select(a => new ScenePoint(a.X, a.Y))], importance, 6);

    [Fact]
    public void Of_many_names_at_one_place_the_most_important_stay()
    {
        var scene = Drawn([new ScenePath(Looks.MarkCase, [new(0, 200), new(600, 200)])], Enumerable.Range(0, 60).Select(i => Label($"name number {i}", i, (300, 200))));

        LabelLaw.Hold(scene);
        Assert.InRange(scene.Labels.Count, 2, 12);
        Assert.Equal(Enumerable.Range(0, 60).Reverse().Take(2), scene.Labels.Take(2).Select(l => l.Label.Importance));
    }

    [Fact]
    public void A_name_stands_inside_an_area_that_has_room_for_it_and_outside_with_a_leader_otherwise()
    {
        ScenePoint[] large = [new(100, 100), new(300, 100), new(300, 200), new(100, 200)];
        ScenePoint[] small = [new(400, 100), new(440, 100), new(440, 130), new(400, 130)];
        SceneLabel Of(string text, ScenePoint[] area) => new(text, Looks.Name, area, 1, 3) { Area = area };
        var scene = Drawn([new ScenePath(Looks.Outline, large, true), new ScenePath(Looks.Outline, small, true)], [Of("changing block", large), Of("flower bed", small)]);

        LabelLaw.Hold(scene);
        var (inside, outside) = (scene.Labels.Single(l => l.Label.Text == "changing block"), scene.Labels.Single(l => l.Label.Text == "flower bed"));
        Assert.Null(inside.LeaderRight);
        Assert.Equal((200, 150), (inside.Anchor.X, inside.Anchor.Y));
        Assert.NotNull(outside.LeaderRight);
    }

    [Fact]
    public void What_does_not_fit_is_said_shorter_before_it_is_left_out()
    {
        // Walls to all sides leave a box of 60 by 40 round the place.
        ScenePath[] walls = [.. Enumerable.Range(0, 60).SelectMany(i => new[] { -1, 1 }.Select(s => new ScenePath(Looks.Axis, [new(300 + (s * (32 + (i * 4))), 100), new(300 + (s * (32 + (i * 4))), 300)])))];
        SceneLabel Of(string shorter) => Label("communications, Lanternet", 1, (300, 200)) with { Shorter = shorter };

        Assert.Equal("comms", Drawn(walls, [Of("comms")]).Labels.Single().Label.Text);
        Assert.Empty(Drawn(walls, [Of("")]).Labels);
    }

    [Theory]
    [InlineData(double.NaN)]
    [InlineData(double.PositiveInfinity)]
    [InlineData(1e300)]
    [InlineData(-5e-324)]
    public void It_ends_for_any_input(double value)
    {
        ScenePoint[] points = [new(value, 10), new(20, value), new(value, -value), new(300, 200)];
        var scene = Drawn(
            [new ScenePath(Looks.MarkCase, points, true), new SceneRound(Looks.Round, points[0], value), new SceneMark(Symbols.Tag, points[1]), new SceneText(Looks.Grid, points[2], "x")],
            Enumerable.Range(0, 20_000).Select(i => new SceneLabel(new string('m', i % 300), Looks.Name, points, i, 5) { Area = i % 2 == 0 ? points : [] }));
        Assert.InRange(scene.Labels.Count, 0, 40);
        Assert.NotEmpty(new SvgScene(scene, SvgMode.Pixels).Inner());
    }

    [Fact]
    public void Thousands_of_lines_and_names_are_placed_all_the_same()
    {
        var random = new Random(4);
        ScenePoint Any() => new(random.NextDouble() * 600, random.NextDouble() * 400);
        var scene = Drawn(
            [.. Enumerable.Range(0, 40).Select(_ => new ScenePath(Looks.MarkLine, [Any(), Any()]))],
            Enumerable.Range(0, 3000).Select(i => Label("name " + i, i, [.. Enumerable.Range(0, 30).Select(_ => Any()).Select(p => (p.X, p.Y))])));
        LabelLaw.Hold(scene);
    }

    [Theory]
    [InlineData(0.7, 1)]
    [InlineData(1, 1)]
    [InlineData(1.2, 2)]
    [InlineData(31, 50)]
    [InlineData(0.06, 0.1)]
    public void Scales_go_in_round_steps(double atLeast, double step) => Assert.Equal(step, Ticks.Step(atLeast), 12);
}
