using System.Net;
using GentleMole.Store.Model;
using GentleMole.Web.Sheet;
using GentleMole.Web.Words;
using GentleMole.Core.Measures;
using Microsoft.EntityFrameworkCore;

namespace GentleMole.Web.Tests.Stages;

/// <summary>Unsure is an answer: the question to the owner with the evidence and the trial hole.</summary>
public class OwnerSheetTests(MoleHost host) : IClassFixture<MoleHost>
{
    private static readonly Person Reader = new(UnitSystem.Metres, 876, 420, 876, 262);

    [Fact]
    public async Task The_question_says_why_shows_the_part_and_asks_for_a_hole_where_the_line_is_doubtful_in_the_dig()
    {
        var browser = host.Browser("jem");
        await browser.SendAsync("/jobs/1/marks?line=2", "", ("answer", "Escalated"), ("why", "Two lines where the plan has one"));
        var (status, page) = await browser.PageAsync("/jobs/1/handover/owner?line=2");
        var text = page.QuerySelector("main.handover")!.TextContent;

        Assert.Equal(HttpStatusCode.OK, status);
        Assert.Contains("To Tamsin Gas", text, StringComparison.Ordinal);
        Assert.Contains("Two lines where the plan has one", text, StringComparison.Ordinal);
        Assert.Contains("Dot 5 is doubtful and not on the line", text, StringComparison.Ordinal);
        Assert.Contains("Open a trial hole", text, StringComparison.Ordinal);
        Assert.Contains("no clearance to dig to", text, StringComparison.Ordinal);
        Assert.Contains("50 mA sent", text, StringComparison.Ordinal);
        Assert.NotEmpty(page.QuerySelectorAll(".plan [data-layer=hole] *"));
        Assert.Equal(await host.StoreAsync(db => db.Readings.CountAsync(r => r.LineId == 2)), page.QuerySelectorAll(".ho-stretches tbody tr").Length);

        // In the dig, not far from the dot that nobody was sure of, and no wider than the doubt.
        var sheet = await host.SheetAsync(1);
        var hole = OwnerQuestion.Of(sheet, sheet.LineById(2)!, Reader).Hole!;
        var (from, to) = sheet.DigSpan(sheet.LineById(2)!.SupposedRun!);
        Assert.InRange(sheet.LineById(2)!.SupposedRun!.Project(hole.Place).ChainageMetres, from!.Value - 0.1, to!.Value + 0.1);
        Assert.InRange(hole.AcrossMetres, 0.1, 2.5);
    }

    [Theory]
    [InlineData(1)]
    [InlineData(3)]
    [InlineData(5)]
    public async Task Every_line_has_its_question_traced_or_not(int line)
    {
        var (status, page) = await host.Browser("orla").PageAsync($"/jobs/1/handover/owner?line={line}");

        Assert.Equal(HttpStatusCode.OK, status);
        Assert.NotNull(page.QuerySelector("h1"));
        Assert.DoesNotContain("Infinity", page.Body!.TextContent, StringComparison.Ordinal);
    }

    [Fact]
    public async Task A_line_that_was_only_drawn_is_asked_for_by_its_plan_and_a_job_without_lines_has_no_question()
    {
        var sheet = await host.SheetAsync(1);
        var question = OwnerQuestion.Of(sheet, sheet.LineById(5)!, Reader);
        Assert.Contains("No response of it was found to trace.", question.Doubts);
        Assert.NotNull(question.Hole);

        var id = await host.StoreAsync(async db =>
        {
            var job = new Job { Name = "Bare", OriginLatitude = 49.7, OriginLongitude = -7.4 };
            db.Jobs.Add(job);
            await db.SaveChangesAsync();
            return job.Id;
        });
        Assert.Equal(HttpStatusCode.NotFound, (await host.Browser("jem").PageAsync($"/jobs/{id}/handover/owner")).Status);
    }

    [Fact]
    public async Task A_way_round_the_hookup_is_held_against_the_ring_that_is_expected()
    {
        var page = (await host.Browser("jem").PageAsync("/jobs/1/sweep?sweep=1")).Page;

        Assert.NotNull(page.QuerySelector(".section .ring svg"));
        Assert.Contains("Walk once round the hookup", page.QuerySelector(".ring-words")!.TextContent, StringComparison.Ordinal);
        Assert.NotEmpty(page.QuerySelectorAll(".ring .ring-found, .ring .ring-strange"));
        Assert.Null((await host.Browser("jem").PageAsync("/jobs/1/sweep?sweep=2")).Page.QuerySelector(".section .ring"));
    }
}
