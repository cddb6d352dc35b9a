using GentleMole.Core.Fields;
using GentleMole.Core.Hookup;
using GentleMole.Core.Lines;
using GentleMole.Core.Measures;
using GentleMole.Core.Pinpoint;
using GentleMole.Exchange.Scenes;
using GentleMole.Web.Drawing;
using GentleMole.Web.Sheet;
using GentleMole.Web.Words;
using Microsoft.Extensions.DependencyInjection;

namespace GentleMole.Web.Tests.Drawing;

public class DrawingTests(MoleHost host) : IClassFixture<MoleHost>
{
    private Task<JobSheet> SheetAsync(int job) => host.SheetAsync(job);

    [Theory]
    [InlineData(876, 420)]
    [InlineData(390, 388)]
    [InlineData(1800, 500)]
    public async Task The_plan_holds_everything_on_the_sheet_at_one_scale(int width, int height)
    {
        var sheet = await SheetAsync(1);
        var plan = new PlanDrawing(sheet, UnitSystem.Metres, width, height, null);

        Assert.Equal(plan.SpanEast / width, plan.SpanNorth / height, 9);
        var places = sheet.Job.DigCorners.Concat(sheet.Lines.SelectMany(l => l.Dots.Select(d => d.Reading.Place))).Concat(sheet.Job.Hookups.Select(h => h.Stake!.Value));
        Assert.All(places, p =>
        {
            Assert.InRange(p.East, plan.West, plan.West + plan.SpanEast);
            Assert.InRange(p.North, plan.North - plan.SpanNorth, plan.North);
        });
    }

    [Fact]
    public async Task A_pixel_of_the_plan_is_a_place_on_the_site_and_back()
    {
        var plan = new PlanDrawing(await SheetAsync(1), UnitSystem.Metres, 876, 420, null);

        var corner = plan.Frame.At(0, 0);
        var across = plan.Frame.At(100, 0);

        Assert.Equal(plan.West, corner.X, 9);
        Assert.Equal(plan.North, corner.Y, 9);
        Assert.Equal(100 * plan.MetresPerPixel, across.X - corner.X, 9);
    }

    [Fact]
    public async Task A_print_keeps_the_scale_that_it_is_given()
    {
        var plan = new PlanDrawing(await SheetAsync(1), UnitSystem.Metres, 703, 393, null, 0.5 / (96 / 25.4));

        // 1:500 means that 186 mm of paper are 93 m of ground.
        Assert.Equal(93, plan.SpanEast, 0);
    }

    [Theory]
    [InlineData(876, 420)]
    [InlineData(390, 388)]
    [InlineData(600, 300)]
    public async Task Names_stand_at_their_things_and_on_nothing_else(int width, int height)
    {
        foreach (var job in new[] { 1, 2, 3 })
        {
            var plan = new PlanDrawing(await SheetAsync(job), UnitSystem.Metres, width, height, null);
            LabelLaw.Hold(plan.Scene);
            foreach (var line in plan.Sheet.Lines.Where(l => l.Traced.Points.Count > 0))
            {
                Assert.Contains(plan.Labels, l => l.Label.Text.StartsWith(Web.Words.LineWords.Kind(line.Line.Kind), StringComparison.Ordinal));
            }
        }
    }

    /// <summary>The figures of currents are names like others, whatever is connected and wherever the stake is taken.</summary>
    [Theory]
    [InlineData(876, 420)]
    [InlineData(390, 388)]
    public async Task Figures_of_currents_stand_at_their_lines_and_on_nothing_else(int width, int height)
    {
        var sheet = await SheetAsync(1);
        var task = SheetGround.Task(
            sheet, sheet.LineById(2)!, UsualInstruments.Transmitter.AsTransmitter(), UsualInstruments.Receiver.AsReceiver())!;
        foreach (var (east, north, hertz) in new[] { (38.0, 5.0, 512.0), (38, 5, 83_000), (52, 4, 33_000), (30, 20, 83_000) })
        {
            var predicted = HookupPlanner.Predict(task, new HookupTry("line-2", "line-2", HookupMethod.Direct, new(46.6, 8.2), "valve 3", new(east, north), hertz, 50)).Value;
            var plan = new PlanDrawing(sheet, UnitSystem.Metres, width, height, null, extras: new PlanExtras(Signal: new SignalOverlay(predicted, task.Ground)));

            LabelLaw.Hold(plan.Scene);
            Assert.Contains(plan.Labels, l => l.Label.Look == Looks.Figure);
            Assert.True(width < 800 || plan.Labels.Count(l => l.Label.Look == Looks.Figure) == plan.Extras.Signal!.Worth.Count());
        }
    }

    [Fact]
    public async Task Names_of_a_section_stand_at_their_things_and_on_nothing_else()
    {
        foreach (var (job, width) in new[] { (1, 876), (3, 876), (1, 390) })
        {
            var sheet = await SheetAsync(job);
            foreach (var along in sheet.Lines.Where(l => l.Traced.Run is not null).Append(null))
            {
                LabelLaw.Hold(new SectionDrawing(sheet, along, UnitSystem.Metres, width, 262).Scene!);
            }
        }
    }

    [Fact]
    public async Task A_closer_look_gives_names_their_room_anew()
    {
        var sheet = await SheetAsync(1);
        var whole = new PlanDrawing(sheet, UnitSystem.Metres, 390, 388, null);
        var hydrant = sheet.Job.Hookups[0].Connection;
        var near = new PlanDrawing(sheet, UnitSystem.Metres, Exchange.Scenes.SceneFrame.Plan(hydrant.East - 5, hydrant.North + 5, 10 / 390.0, 390, 388), null);

        LabelLaw.Hold(near.Scene);
        Assert.Contains(near.Labels, l => l.Label.Text == sheet.Job.Hookups[0].ConnectedTo);
        Assert.True(whole.Labels.Count > near.Labels.Count, "what is out of sight needs no name");
        Assert.All(near.Scene.Layer("letters").Shapes.OfType<Exchange.Scenes.SceneMark>(), m => Assert.InRange(m.Place.X, near.West, near.West + near.SpanEast));
    }

    [Fact]
    public async Task An_empty_sheet_still_draws()
    {
        var device = host.Device();
        var id = (await (await device.PostTextAsync("/api/v1/jobs", "{\"name\":\"Nothing yet\"}")).JsonAsync()).GetProperty("id").GetInt32();
        var sheet = await SheetAsync(id);

        Assert.True(new PlanDrawing(sheet, UnitSystem.Metres, 876, 420, null).MetresPerPixel > 0);
        Assert.Null(new SectionDrawing(sheet, null, UnitSystem.Metres, 876, 262).Cut);
    }

    [Fact]
    public async Task The_section_is_to_scale_both_ways_and_says_by_how_much_depth_is_drawn_larger()
    {
        var section = new SectionDrawing(await SheetAsync(1), null, UnitSystem.Metres, 876, 262);

        Assert.Equal(10 * section.PixelsPerMetreAlong, section.X(20) - section.X(10), 9);
        Assert.Equal(0.5 * section.PixelsPerMetreDown, section.Y(1) - section.Y(0.5), 9);
        Assert.Equal(section.PixelsPerMetreDown / section.PixelsPerMetreAlong, section.Exaggeration, 9);
        Assert.Contains("W to E", section.Title, StringComparison.Ordinal);
        Assert.All(section.Crossings, c => Assert.True(section.Y(c.Depth?.High95 ?? 0) < section.Height));
    }

    [Fact]
    public async Task Every_utility_that_crosses_the_dig_is_in_its_section_measured_or_as_a_question()
    {
        var section = new SectionDrawing(await SheetAsync(1), null, UnitSystem.Metres, 876, 262);

        Assert.Equal(
            [UtilityKind.Water, UtilityKind.Sewer, UtilityKind.Gas, UtilityKind.Electric, UtilityKind.Communications],
            section.Crossings.OrderBy(c => c.ChainageMetres).Select(c => c.Line.Line.Kind));
        Assert.All(section.Crossings, c => Assert.Equal(c.Marked, c.Depth is not null));

        // The gas has been traced, but not as far as the trench: there it is what the plan says, and no depth is made up.
        Assert.False(section.Crossings.Single(c => c.Line.Line.Kind == UtilityKind.Gas).Marked);
    }

    [Fact]
    public async Task Along_a_line_its_dots_stand_at_their_chainage_and_the_dig_where_it_is_crossed()
    {
        var sheet = await SheetAsync(1);
        var water = sheet.Lines.Single(l => l.Line.Kind == UtilityKind.Water);

        var section = new SectionDrawing(sheet, water, UnitSystem.FeetInches, 876, 262);

        Assert.Equal(water.Traced.Points.Count, section.Measured.Count);
        Assert.InRange(section.DigTo!.Value - section.DigFrom!.Value, 1.55, 1.75);
        Assert.Equal(0, section.DepthStep / 0.3048 * 10 % 1, 6);
    }

    [Fact]
    public void A_profile_draws_the_fit_where_the_readings_are()
    {
        var line = new ParallelLines([new StraightConductor(0.2, new(1), 0.05)]);
        var readings = Enumerable.Range(-5, 11).Select(i =>
        {
            var field = line.At(0.2 * i, new(0.05));
            return new CrossReading(0.2 * i, 0.05, field.HorizontalTesla * 1e9, Math.Abs(field.VerticalTesla) * 1e9);
        }).ToList();
        var result = Pinpointing.Locate(readings, new ReadingNoise(0.02, 0.05), 0.5, 1, PinpointPrior.None).Value;

        var drawing = new RowDrawing(readings, result, new ReadingNoise(0.02, 0.05), new Person(UnitSystem.Metres, 876, 420, 876, 262), 680);

        var crest = drawing.Scene.Layers.SelectMany(l => l.Shapes).OfType<ScenePath>().Single(p => p.Look == Looks.Peak).Points.MinBy(p => p.Y);
        Assert.Equal(drawing.X(0.2), crest.X, 5.0);
        Assert.InRange(drawing.YDepth(1), drawing.Ground, 640);
        Assert.Equal(result.Marks.Count, drawing.Scene.Layers.SelectMany(l => l.Shapes).OfType<SceneText>().Count(t => t.Text.EndsWith('%')) - 1);
    }
}
