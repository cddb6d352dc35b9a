using GentleMole.Core.Lines;
using GentleMole.Core.Measures;
using GentleMole.Core.Site;
using GentleMole.Store.Model;
using GentleMole.Web.Boards;
using GentleMole.Web.Drawing;
using GentleMole.Web.Sheet;
using GentleMole.Web.Stages;
using Microsoft.Extensions.DependencyInjection;

namespace GentleMole.Web.Tests.Drawing;

public class StageDrawingTests(MoleHost host) : IClassFixture<MoleHost>
{
    private Task<JobSheet> SheetAsync(int job = 1) => host.SheetAsync(job);

    private static PlanDrawing Draw(JobSheet sheet, PlanExtras? extras = null) => new(sheet, UnitSystem.Metres, 876, 420, null, extras: extras);

    [Fact]
    public async Task A_record_that_runs_through_the_whole_town_does_not_shrink_the_site()
    {
        var sheet = await SheetAsync();
        var before = Draw(sheet).SpanEast;
        sheet.Job.Records.Add(new RecordLine { Owner = "x", Kind = UtilityKind.Gas, Points = [new(-5000, 20), new(5000, 24)] });

        var plan = Draw(sheet);

        Assert.InRange(plan.SpanEast, before - 1, before + 1);
        var trail = plan.Records.Single(r => r.Record.Owner == "x").Parts.Single();
        Assert.All(trail, p => Assert.InRange(p.East, plan.West - (2 * plan.SpanEast), plan.West + (3 * plan.SpanEast)));
    }

    [Fact]
    public async Task A_line_of_many_corners_is_drawn_no_finer_than_a_pixel_and_stays_in_its_place()
    {
        var sheet = await SheetAsync();
        var line = Enumerable.Range(0, 5000).Select(i => new SitePoint(10 + (i * 0.01), 20 + Math.Sin(i / 400.0))).ToList();
        sheet.Job.Records.Add(new RecordLine { Owner = "x", Kind = UtilityKind.Gas, Points = line });

        var plan = Draw(sheet);
        var drawn = plan.Records.Single(r => r.Record.Owner == "x").Parts.Single();

        Assert.InRange(drawn.Count, 5, 400);
        var run = new Run(drawn);
        Assert.All(line.Where((_, i) => i % 50 == 0), p => Assert.InRange(run.Project(p).Foot.DistanceTo(p), 0, plan.MetresPerPixel * 0.5));
    }

    [Fact]
    public async Task The_digger_sees_the_site_and_every_marks_number_and_nothing_of_what_is_in_the_ground()
    {
        var sheet = await SheetAsync();
        var outline = Core.Marking.DigOutline.Lay(OutlineOrders.Of(sheet)).Value;
        var plan = Draw(sheet, new PlanExtras(outline, SiteOnly: true));

        Assert.Empty(plan.Sheet.Lines);
        Assert.Empty(plan.Sheet.Job.Hookups);
        Assert.Empty(plan.Records);
        Assert.All(outline.Marks, m => Assert.Contains(plan.Labels, l => l.Label.Text == m.Number.ToString(System.Globalization.CultureInfo.InvariantCulture)));
        Assert.NotEmpty(sheet.Lines);
    }

    [Fact]
    public async Task A_duct_bank_hangs_round_the_measured_depth_and_its_own_drawing_stays_on_the_section()
    {
        var section = new SectionDrawing(await SheetAsync(), null, UnitSystem.Metres, 876, 262);
        var bank = section.Banks.Single();
        var depth = section.Crossings.Single(c => c.Line.Line.Owner == "Lanternet").Depth!.Value.Value;

        Assert.Equal(depth, bank.TopMetres + (bank.Bank.HeightMetres / 2), 9);
        Assert.InRange(section.BankLeft(bank), 0, section.Width - SectionDrawing.BankPixels);
    }

    [Fact]
    public async Task A_line_known_by_its_plan_alone_hangs_at_the_cover_that_the_plan_gives_where_it_crosses()
    {
        var sheet = await SheetAsync(2);
        sheet.Job.Records.Add(new RecordLine { Owner = "Norrick Grid", Kind = UtilityKind.Electric, CoverMetres = 0.45, DoubtMetres = 1, Points = [new(10, 0), new(11, 20)] });
        var line = sheet.Lines.Single(l => l.Line.Owner == "Norrick Grid");
        var known = sheet.With([.. sheet.Lines.Select(l => l == line ? new SheetLine(l.Line, l.Own, sheet.Job.Records) : l)]);

        var crossing = new SectionDrawing(known, null, UnitSystem.Metres, 876, 262).Crossings.Single();

        Assert.Equal((0.45, null, false), (crossing.PlanCover, crossing.Depth, crossing.Marked));
    }

    [Fact]
    public async Task However_many_lines_have_dots_the_plan_draws_what_it_can_hold_and_ends()
    {
        var sheet = await SheetAsync();
        var lines = Enumerable.Range(1000, 300).Select(id =>
        {
            var line = new SheetLine(new SoughtLine { Id = id, Kind = UtilityKind.Gas, Owner = "x" }, null, []);
            var dot = new Reading { Id = Guid.NewGuid(), LineId = id, Utility = "gas", EastMetres = id % 20, NorthMetres = id % 15 };
            return line.With(LineDots.Of(new LineGround(sheet.Firm, line, [], KnownGround.Of(sheet)), [dot], null));
        });

        var window = PlanWindow.Of(sheet.With([.. lines]), null, -5, 30, 876, 420, 0.08);

        Assert.Equal(240, window.Dots.Sum(d => d.Count()));
        Assert.True(window.IsThinned);
    }

    [Fact]
    public async Task The_plan_is_taken_away_as_a_drawing_that_opens_elsewhere()
    {
        using var answer = await host.Browser().GetAsync(new Uri("/jobs/1/handover?handler=Drawing", UriKind.Relative));
        var svg = System.Xml.Linq.XDocument.Parse(await answer.Content.ReadAsStringAsync());

        Assert.Equal("image/svg+xml", answer.Content.Headers.ContentType!.MediaType);
        Assert.Equal("attachment", answer.Content.Headers.ContentDisposition!.DispositionType);
        Assert.Contains("drinking water, Pellow Water", svg.Root!.Value, StringComparison.Ordinal);
        Assert.DoesNotContain("var(", svg.ToString(), StringComparison.Ordinal);
    }

    [Fact]
    public void A_days_way_fits_its_frame_and_keeps_places_to_one_another()
    {
        var firm = new FirmSettings { HomeLatitude = 49.73, HomeLongitude = -7.41 };
        BookedVisit Visit(double north, double east) => new(1, 1, "", "", new Core.Days.TimeEstimate([]), 30, false, null, new SiteOrigin(49.73 + north, -7.41 + east));
        var run = new Core.Days.DayRun([], 0, 0, 0);
        var route = new RouteDrawing(firm, new BookedDay(new MoleUser(), new NodaTime.LocalDate(2026, 11, 23), [Visit(0.02, 0), Visit(0, 0.05)], run, null, null));

        Assert.All(route.Stops.Append(route.Home), p =>
        {
            Assert.InRange(p.X, 0, RouteDrawing.Width);
            Assert.InRange(p.Y, 0, RouteDrawing.Height);
        });
        Assert.True(route.Stops[0].Y < route.Home.Y && route.Stops[1].X > route.Home.X);
        Assert.Equal(2224, (route.Home.Y - route.Stops[0].Y) * route.MetresPerPixel, 10.0);
    }
}
