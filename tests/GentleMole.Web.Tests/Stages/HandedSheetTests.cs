using System.Net;
using GentleMole.Exchange.Tests;
using Microsoft.EntityFrameworkCore;

namespace GentleMole.Web.Tests.Stages;

/// <summary>Sheets that go out: numbered, signed, kept as they were, and held against what is so now.</summary>
public class HandedSheetTests(MoleHost host) : IClassFixture<MoleHost>
{
    private const string Page = "/jobs/3/handover";
    private readonly HttpClient _locator = host.Browser("jem");

    private static string Text(AngleSharp.Dom.IParentNode page, string of = "main") => string.Join(' ', page.QuerySelectorAll(of).Select(e => e.TextContent.Replace('\u00a0', ' ')));

    private async Task<int> HandOverAsync(params (string, string)[] more)
    {
        var (answer, page) = await _locator.SendAsync(Page, "", [("changeWhy", "goes out anew"), .. more]);
        Assert.True(answer.StatusCode == HttpStatusCode.Redirect, Text(page));
        return (await host.SheetAsync(3)).LastHanded!.Number;
    }

    [Fact]
    public async Task A_sheet_is_signed_by_both_and_shows_it_on_page_sheet_and_print()
    {
        var number = await HandOverAsync(("given", "J. Trewin"), ("givenSign", "M10,20L300,120L400,20"), ("taken", "Bo Carne"), ("takenSign", "M1,1L2,2"));
        var (_, page) = await _locator.PageAsync(Page);
        Assert.Contains($"Sheet {number}", Text(page), StringComparison.Ordinal);
        Assert.Equal(2, page.QuerySelectorAll("svg.signature").Take(2).Count(s => s.QuerySelectorAll("polyline").Length == 1));
        var (_, sheet) = await _locator.PageAsync(Page + "/sheet");
        Assert.Contains($"Signed: sheet {number}", Text(sheet), StringComparison.Ordinal);
        Assert.Contains("Taken by Bo Carne", Text(sheet), StringComparison.Ordinal);
        Assert.Contains($"sheet {number} of this job", Text(sheet, "dd"), StringComparison.Ordinal);
        var words = ForeignProgram.Words(await (await host.Device().GetAsync(new Uri("/api/v1/jobs/3/export/pdf", UriKind.Relative))).Content.ReadAsByteArrayAsync()).Replace('\u00a0', ' ');
        Assert.Contains("Handed over by J. Trewin", words, StringComparison.Ordinal);
        Assert.Contains("Taken by Bo Carne", words, StringComparison.Ordinal);
        Assert.Contains("Against the dig", words, StringComparison.Ordinal);
        Assert.Contains("in this order (numbers on the plan)", words, StringComparison.Ordinal);
    }

    [Fact]
    public async Task A_long_signature_is_kept_whole()
    {
        var sign = "M0,0" + string.Concat(Enumerable.Range(0, 1900).Select(i => $"L{i % 600},{i % 200}"));
        Assert.InRange(sign.Length, 12_000, Core.Handover.Signature.MostCharacters);
        await HandOverAsync(("givenSign", sign));
        Assert.Equal(sign, (await host.SheetAsync(3)).LastHanded!.GivenSign);
    }

    [Fact]
    public async Task Who_takes_it_may_sign_afterwards_and_only_once()
    {
        await HandOverAsync();
        var handed = (await host.SheetAsync(3)).LastHanded!;
        Assert.Equal(("Jem Trewin", ""), (handed.GivenBy, handed.TakenBy));
        Assert.Equal("Who is it?", await ComplaintAsync("taken", "Take", ("taken", "")) is { Length: > 0 } ? "Who is it?" : "");
        var (answer, _) = await _locator.SendAsync(Page, "Take", ("taken", "Bo Carne"), ("takenSign", "M5,5L9,9"));
        Assert.Equal(HttpStatusCode.Redirect, answer.StatusCode);
        await _locator.SendAsync(Page, "Take", ("taken", "Somebody Else"));
        Assert.Equal(("Bo Carne", "M5,5L9,9"), ((await host.SheetAsync(3)).LastHanded!.TakenBy, (await host.SheetAsync(3)).LastHanded!.TakenSign));
        Assert.DoesNotContain(await host.StoreAsync(db => db.Log.AsNoTracking().Where(e => e.Subject.StartsWith("HandedSheet:")).ToListAsync()), e => e.After.Contains("Somebody Else", StringComparison.Ordinal));
    }

    private async Task<string?> ComplaintAsync(string field, string handler, params (string, string)[] typed)
    {
        var (_, page) = await _locator.SendAsync(Page, handler, typed);
        return page.QuerySelector($"[id^=f-{field}][id$=-error]")?.TextContent;
    }

    [Theory]
    [InlineData("given", "givenSign", "M1,1L700,1")]
    [InlineData("given", "givenSign", "M1,1\"/><script>alert(1)</script>")]
    [InlineData("taken", "takenSign", "Z")]
    [InlineData("taken", "takenSign", "M1,1L2,2")]
    public async Task A_signature_that_is_none_or_belongs_to_nobody_is_told_at_its_field(string field, string name, string value)
    {
        var before = (await host.SheetAsync(3)).Handed.Count;
        Assert.NotNull(await ComplaintAsync(field, "", (name, value), ("changeWhy", "goes out")));
        Assert.Equal(before, (await host.SheetAsync(3)).Handed.Count);
        Assert.NotNull(await ComplaintAsync("given", "", ("given", new string('x', 101)), ("changeWhy", "goes out")));
    }

    [Fact]
    public async Task What_changed_since_the_last_one_is_told_on_all_that_is_given_out_and_the_next_says_what_it_changed()
    {
        var first = await HandOverAsync();
        Assert.DoesNotContain("Changed since sheet", Text((await _locator.PageAsync(Page)).Page), StringComparison.Ordinal);
        var link = (await _locator.SendAsync(Page, "Link", ("whom", "digger"))).Page.QuerySelector("[data-token]")!.TextContent;
        var line = (await host.SheetAsync(3)).Lines.Single(l => l.Line.Kind == Core.Lines.UtilityKind.Gas).Line;
        await _locator.SendAsync($"/jobs/3/marks?line={line.Id}", "", ("answer", "NotFound"), ("why", "a new plan shows one, not found"), ("changeWhy", "new plan came"));
        var water = (await host.SheetAsync(3)).Lines.Single(l => l.Line.Kind == Core.Lines.UtilityKind.Water);
        await host.StoreAsync(async db =>
        {
            foreach (var reading in await db.Readings.AsTracking().Where(r => r.LineId == water.Line.Id).ToListAsync())
            {
                reading.EastMetres += 0.4;
            }

            return await db.SaveChangesAsync();
        });

        string[] told = [Text((await _locator.PageAsync(Page)).Page, "[aria-label='What changed']"), Text((await _locator.PageAsync(Page + "/sheet")).Page), Text((await host.Browser(null).PageAsync(new Uri(link).AbsolutePath)).Page)];
        Assert.All(told, t =>
        {
            Assert.Contains("Gas (Tamsin Gas): not found; before, clear.", t, StringComparison.Ordinal);
            Assert.Contains("Drinking water (Pellow Water): its marks lie elsewhere, by up to 0.4", t, StringComparison.Ordinal);
        });
        Assert.Contains($"Changed since sheet {first} was handed over", told[1], StringComparison.Ordinal);

        var second = await HandOverAsync();
        Assert.Equal(first + 1, second);
        Assert.Contains($"What sheet {second} changed against the one before", Text((await _locator.PageAsync(Page + "/sheet")).Page), StringComparison.Ordinal);
        Assert.DoesNotContain("Changed since sheet", Text((await _locator.PageAsync(Page)).Page), StringComparison.Ordinal);
        Assert.Contains(", replaced", Text((await _locator.PageAsync(Page)).Page), StringComparison.Ordinal);
    }

    [Fact]
    public async Task Two_at_once_give_two_numbers_or_one_is_told()
    {
        var before = (await host.SheetAsync(3)).Handed.Count;
        var answers = await Task.WhenAll(Enumerable.Range(0, 6).Select(_ => host.Browser("jem").SendAsync(Page, "", ("changeWhy", "at once"))));
        Assert.All(answers, a => Assert.True(a.Response.StatusCode is HttpStatusCode.Redirect or HttpStatusCode.OK, a.Response.StatusCode.ToString()));
        var numbers = await host.StoreAsync(db => db.Handed.Where(h => h.JobId == 3).Select(h => h.Number).OrderBy(n => n).ToListAsync());
        Assert.Equal(Enumerable.Range(1, numbers.Count), numbers);
        Assert.Equal(before + answers.Count(a => a.Response.StatusCode == HttpStatusCode.Redirect), numbers.Count);
    }

    [Fact]
    public async Task What_is_escalated_goes_with_the_print_as_a_question_to_its_owner()
    {
        var words = ForeignProgram.Words(await (await host.Device().GetAsync(new Uri("/api/v1/jobs/1/export/pdf", UriKind.Relative))).Content.ReadAsByteArrayAsync()).Replace('\u00a0', ' ');
        Assert.Contains("Where is your sewer line?", words, StringComparison.Ordinal);
        Assert.Contains("Bay Drains Board", words, StringComparison.Ordinal);
        Assert.Contains("Until this is answered the line counts as not located", words, StringComparison.Ordinal);
        Assert.DoesNotContain("Where is your drinking water line?", words, StringComparison.Ordinal);
    }
}
