using System.Net;
using GentleMole.Core.Paint;
using GentleMole.Exchange.Tests;
using GentleMole.Store.Model;
using GentleMole.Web.Sheet;
using Microsoft.EntityFrameworkCore;

namespace GentleMole.Web.Tests.Stages;

/// <summary>What to put on the ground: order, cans, stakes, photographs; and a card for it.</summary>
public class PaintTests(MoleHost host) : IClassFixture<MoleHost>
{
    private const string Page = "/jobs/1/paint";
    private readonly HttpClient _locator = host.Browser("jem");

    private static string Text(AngleSharp.Dom.IParentNode page, string of = "main") => string.Join(' ', page.QuerySelectorAll(of).Select(e => e.TextContent.Replace('\u00a0', ' ')));

    [Fact]
    public async Task The_page_has_a_line_in_the_order_of_painting_each_with_can_and_label_and_the_plan_has_its_strokes()
    {
        var (status, page) = await _locator.PageAsync(Page);
        Assert.Equal(HttpStatusCode.OK, status);
        var sheet = await host.SheetAsync(1);
        var painted = SheetPaint.Of(sheet).Where(o => o.Plan.Marks.Count > 0).ToList();
        Assert.Equal(painted.Select(p => sheet.LineById(p.Plan.Line.LineId)!.Line.Owner), page.QuerySelectorAll("ol[aria-label='Order of painting'] > li b").Select(b => b.TextContent.Split(": ")[1]));
        Assert.Equal(painted.Select(p => p.Plan.Line.Label), page.QuerySelectorAll("small.label-painted").Select(l => l.TextContent));
        Assert.Contains("4 ducts", Text(page, "small.label-painted"), StringComparison.Ordinal);
        Assert.Equal(2 * painted.Sum(p => p.Plan.CountOf(PaintMarkKind.Dash)), page.QuerySelectorAll("[data-layer=paint] polyline").Count(l => l.ParentElement!.ClassList.Contains("stroke") || l.ParentElement!.ClassList.Contains("stroke-case")));
        Assert.Empty(page.QuerySelectorAll("[data-layer=lines] polyline"));
        Assert.Contains("dots wait for a decision", Text(page, ".verdict-say"), StringComparison.Ordinal);

        var (_, card) = await host.Browser("quill").PageAsync(Page + "/card");
        Assert.All(painted, p => Assert.Contains(p.Plan.Line.Label, Text(card), StringComparison.Ordinal));
        Assert.Contains("no clearance to dig to", Text(card), StringComparison.Ordinal);
        Assert.Contains("Nothing to paint yet", Text((await _locator.PageAsync("/jobs/2/paint")).Page, ".verdict-say"), StringComparison.Ordinal);
    }

    [Fact]
    public async Task Where_works_drive_and_beds_are_loose_stakes_take_the_place_of_paint()
    {
        var bed = await host.StoreAsync(db => db.Features.AsNoTracking().FirstAsync(f => f.JobId == 1 && f.Shape == FeatureShape.Outline));
        var (answer, _) = await _locator.SendAsync(Page, "Ground", ("whole", "Loose"), ("drive", "yes"), ($"area{bed.Id}", "Driven"));
        Assert.Equal(HttpStatusCode.Redirect, answer.StatusCode);
        var plans = SheetPaint.Of(await host.SheetAsync(1)).Select(o => o.Plan).ToList();
        Assert.All(plans, p => Assert.Equal(0, p.CountOf(PaintMarkKind.Dash)));
        Assert.True(plans.Sum(p => p.CountOf(PaintMarkKind.Stake)) > 3);
        Assert.True(plans.Sum(p => p.CountOf(PaintMarkKind.OffsetStake)) > 1);
        var (_, page) = await _locator.PageAsync(Page);
        Assert.Contains("stakes beside it", Text(page), StringComparison.Ordinal);
        Assert.Contains("with the tape to the line", Text(page), StringComparison.Ordinal);
        Assert.Equal("Driven", page.QuerySelector($"#f-area{bed.Id} option[selected]")!.GetAttribute("value"));
        Assert.Contains(await host.StoreAsync(db => db.Log.AsNoTracking().Where(e => e.JobId == 1).OrderByDescending(e => e.Id).Take(3).ToListAsync()), e => e.After.Contains("PaintGround", StringComparison.Ordinal));

        await _locator.SendAsync(Page, "Ground", ("whole", "Holds"), ($"area{bed.Id}", "Holds"));
        Assert.True(SheetPaint.Of(await host.SheetAsync(1)).Sum(o => o.Plan.CountOf(PaintMarkKind.Dash)) > 10);
    }

    [Fact]
    public async Task Nonsense_is_told_at_its_field_and_who_may_not_change_it_does_not()
    {
        var (_, page) = await _locator.SendAsync(Page, "Ground", ("whole", "Quicksand"), ("drive", "yes"));
        Assert.NotNull(page.Complaint("whole"));
        Assert.False((await host.SheetAsync(1)).Job.WorksDrive);
        foreach (var who in new[] { "quill", "bea" })
        {
            await host.Browser(who).SendAsync(Page, "Ground", ("whole", "Loose"));
            Assert.Equal(PaintGround.Holds, (await host.SheetAsync(1)).Job.PaintGround);
        }
    }

    [Fact]
    public async Task A_photo_of_the_marks_is_kept_with_its_line_and_goes_with_the_sheet()
    {
        var line = (await host.SheetAsync(1)).Lines[0].Line;
        var id = line.Id.ToString(System.Globalization.CultureInfo.InvariantCulture);
        var photo = MadeUpPhoto.Jpeg(49.73, -7.41);
        Assert.NotNull((await _locator.SendFileAsync(Page, "Photo", ("photo", "marks.jpg", photo), ("of", ""))).Page.Complaint("of"));
        Assert.NotNull((await _locator.SendFileAsync(Page, "Photo", ("photo", "marks.jpg", "no picture"u8.ToArray()), ("of", id))).Page.Complaint("photo"));
        Assert.NotNull((await _locator.SendAsync(Page, "Photo", ("of", id))).Page.Complaint("photo"));
        Assert.NotNull((await _locator.SendFileAsync(Page, "Photo", ("photo", "marks.jpg", photo), ("of", "8"))).Page.Complaint("of"));
        Assert.Equal(HttpStatusCode.Redirect, (await _locator.SendFileAsync(Page, "Photo", ("photo", "marks.jpg", photo), ("of", id))).Response.StatusCode);
        var kept = Assert.Single((await host.SheetAsync(1)).LineById(line.Id)!.Line.Photos);
        Assert.Single((await _locator.PageAsync(Page)).Page.QuerySelectorAll($".photos img[src$='{kept.Id}']"));
        Assert.Single((await _locator.PageAsync("/jobs/1/handover/sheet")).Page.QuerySelectorAll($".photos img[src$='{kept.Id}']"));
        Assert.Contains("marks of drinking water", ForeignProgram.Words(await (await host.Device().GetAsync(new Uri("/api/v1/jobs/1/export/pdf", UriKind.Relative))).Content.ReadAsByteArrayAsync()), StringComparison.Ordinal);
    }

    [Fact]
    public async Task After_the_handover_no_reason_is_asked_for_for_it_changes_nothing_on_the_sheet()
    {
        var (answer, page) = await _locator.SendAsync("/jobs/3/paint", "Ground", ("whole", "Loose"));
        Assert.True(answer.StatusCode == HttpStatusCode.Redirect, page.Body?.TextContent);
        Assert.DoesNotContain("Changed since", Text((await _locator.PageAsync("/jobs/3/handover")).Page), StringComparison.Ordinal);
    }
}
