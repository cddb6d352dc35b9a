using System.Globalization;
using System.Net;
using System.Net.Http.Json;
using System.Text.Json;

namespace GentleMole.Web.Tests.Stages;

/// <summary>Zones against the dig, on the sheet: how much by hand, how much room below, what to expose first.</summary>
public class ConflictTests(MoleHost host) : IClassFixture<MoleHost>
{
    private readonly HttpClient _locator = host.Browser("jem");

    private static string Text(AngleSharp.Dom.IParentNode page, string of) => string.Join(' ', page.QuerySelectorAll(of).Select(e => e.TextContent.Replace('\u00a0', ' ')));

    [Fact]
    public async Task The_sheet_says_what_is_dug_by_hand_and_in_which_order()
    {
        var (status, page) = await _locator.PageAsync("/jobs/1/conflicts");
        Assert.Equal(HttpStatusCode.OK, status);
        Assert.Matches(@"The zones of \d lines reach into the dig: [\d.]+ m² by hand, no machine there\.", Text(page, ".verdict-say"));
        Assert.NotEmpty(page.QuerySelectorAll(".plan [data-layer=conflicts] polygon, .plan [data-layer=conflicts] path"));
        var found = GentleMole.Web.Sheet.SheetConflicts.Of(await host.SheetAsync(1));
        Assert.Equal(found.All.Count, page.QuerySelectorAll(".asked").Length);
        Assert.Equal(found.Order().Count, page.QuerySelectorAll("ol[aria-label='What to expose first'] > li").Length);
        Assert.Contains(found.HandSquareMetres.ToString("0.0", CultureInfo.InvariantCulture), Text(page, ".verdict-say"), StringComparison.Ordinal);

        // What is marked has its room below the dig with its ±; what is on a plan only says so.
        Assert.Matches(@"below the dig’s bottom|deeper than its top", Text(page, ".asked small"));
        Assert.Contains("By plan only: trace it, or find it by hand.", Text(page, ".asked small"), StringComparison.Ordinal);

        // The gas line is marked up to the dig and goes on through it by its plan: that is not left out.
        var gas = Assert.Single(found.All, c => c.LineId == 2);
        Assert.True(gas is { IsByPlan: true, Level: Core.Marking.QualityLevel.D, RoomMetres: null });
    }

    [Fact]
    public async Task A_line_that_was_dug_up_in_the_dig_is_known_there()
    {
        var sheet = await host.SheetAsync(1);
        var before = GentleMole.Web.Sheet.SheetConflicts.Of(sheet);
        var at = before.All.First(c => c.Level == Core.Marking.QualityLevel.B);
        var line = sheet.LineById(at.LineId)!;
        Assert.Contains(before.Order(), o => o.Settles.Contains(before.All.ToList().IndexOf(at)));
        var exposures = Enumerable.Range(0, (int)Math.Ceiling(at.LengthMetres / 0.5) + 2).Select(i => line.Traced.Run!.At(Math.Min(line.Traced.Run.Length, at.FromMetres - 0.3 + (0.5 * i))))
            .Select(p => new { id = Guid.NewGuid(), takenAt = "2026-11-24T10:00:00Z", utility = line.Line.Owner, eastMetres = p.East, northMetres = p.North, coverMetres = 0.7, outsideMillimetres = 63 });
        Assert.Equal(HttpStatusCode.OK, (await host.Device().PostAsJsonAsync("/api/v1/jobs/1/exposures", new { exposures })).StatusCode);
        var after = GentleMole.Web.Sheet.SheetConflicts.Of(await host.SheetAsync(1));
        Assert.Equal(Core.Marking.QualityLevel.A, after.All.Single(c => c.LineId == at.LineId).Level);
        Assert.DoesNotContain(after.Order(), o => o.Settles.Any(s => after.All[s].LineId == at.LineId));
    }

    [Fact]
    public async Task Without_a_dig_it_says_so()
    {
        var made = await host.Device().PostAsJsonAsync("/api/v1/jobs", new { name = "Nothing drawn yet" });
        var id = (await made.Content.ReadFromJsonAsync<JsonElement>()).GetProperty("id").GetInt32();
        var (_, page) = await _locator.PageAsync($"/jobs/{id}/conflicts");
        Assert.Contains("There is no dig on the plan yet.", Text(page, ".verdict-say"), StringComparison.Ordinal);
        Assert.Empty(page.QuerySelectorAll(".asked"));
    }
}
