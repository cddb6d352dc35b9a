using System.Net;
using GentleMole.Store.Model;
using Microsoft.EntityFrameworkCore;

namespace GentleMole.Web.Tests.Trust;

/// <summary>Two people on one page: nothing that nobody saw is overwritten, nothing that nobody touched stands in the way.</summary>
public class MeanwhileTests(MoleHost host) : IClassFixture<MoleHost>
{
    private static (string, string)[] Facts(string digger = "", string purpose = "", string contact = "") =>
        [("name", "Boating lake footbridge piles"), ("digger", digger), ("purpose", purpose), ("contact", contact)];

    private static (string, string)[] Sight(AngleSharp.Html.Dom.IHtmlDocument page) =>
        [.. new[] { "seen", "shown", "carried" }.Select(n => (n, page.QuerySelector($"main input[name={n}]")!.GetAttribute("value")!))];

    private static string Seen(AngleSharp.Html.Dom.IHtmlDocument page) => page.QuerySelector("main input[name=seen]")!.GetAttribute("value")!;

    [Fact]
    public async Task Stale_values_of_fields_that_were_not_touched_are_no_conflict_and_bring_nothing_back()
    {
        const string Path = "/jobs/2/notice";
        await host.Browser("bea").SendAsync(Path, "Facts", Facts("Teague", "piles", "555 1"));
        var seen = Seen((await host.Browser("jem").PageAsync(Path)).Page);
        await host.Browser("bea").SendAsync(Path, "Facts", Facts("Teague", "piles and a deck", "555 1"));

        var (kept, _) = await host.Browser("jem").SendAsync(Path, "Facts", [.. Facts("Teague & Daughters", "piles", "555 1"), ("seen", seen)]);

        Assert.Equal(HttpStatusCode.Redirect, kept.StatusCode);
        var job = await host.StoreAsync(db => db.Jobs.AsNoTracking().SingleAsync(j => j.Id == 2));
        Assert.Equal(("Teague & Daughters", "piles and a deck"), (job.Digger, job.Purpose));
    }

    [Fact]
    public async Task What_both_have_changed_is_told_also_when_one_of_many_fields()
    {
        const string Path = "/jobs/2/notice";
        await host.Browser("bea").SendAsync(Path, "Facts", Facts("A", "one", "555 1"));
        var seen = Seen((await host.Browser("jem").PageAsync(Path)).Page);
        await host.Browser("bea").SendAsync(Path, "Facts", Facts("A", "two", "555 2"));

        var (told, page) = await host.Browser("jem").SendAsync(Path, "Facts", [.. Facts("B", "three", "555 1"), ("seen", seen)]);

        Assert.Equal(HttpStatusCode.OK, told.StatusCode);
        Assert.Contains("two", page.QuerySelector(".alert-warning")!.TextContent, StringComparison.Ordinal);
        var job = await host.StoreAsync(db => db.Jobs.AsNoTracking().SingleAsync(j => j.Id == 2));
        Assert.Equal(("A", "two", "555 2"), (job.Digger, job.Purpose, job.Contact));
    }

    [Fact]
    public async Task A_form_that_comes_back_for_a_slip_has_seen_no_more_than_before()
    {
        const string Path = "/jobs/2/notice";
        await host.Browser("bea").SendAsync(Path, "Facts", Facts("Slip", "one", "555 1"));
        var seen = Seen((await host.Browser("jem").PageAsync(Path)).Page);
        await host.Browser("bea").SendAsync(Path, "Facts", Facts("Slip", "two", "555 1"));

        var (refused, page) = await host.Browser("jem").SendAsync(Path, "Facts", [.. Facts("Slip", "one", "555 9"), ("digDepth", "deep"), ("seen", seen)]);
        Assert.Equal(HttpStatusCode.OK, refused.StatusCode);
        Assert.Equal(seen, Seen(page));
        Assert.Equal("one", page.QuerySelector("#f-purpose")!.GetAttribute("value"));
        await host.Browser("jem").SendAsync(Path, "Facts", [.. Facts("Slip", "one", "555 9"), .. Sight(page)]);

        var job = await host.StoreAsync(db => db.Jobs.AsNoTracking().SingleAsync(j => j.Id == 2));
        Assert.Equal(("two", "555 9"), (job.Purpose, job.Contact));
    }

    [Fact]
    public async Task Who_presses_again_after_being_told_overwrites_what_was_typed_and_nothing_else()
    {
        const string Path = "/jobs/2/notice";
        await host.Browser("bea").SendAsync(Path, "Facts", Facts("Told", "one", "555 1"));
        var seen = Seen((await host.Browser("jem").PageAsync(Path)).Page);
        await host.Browser("bea").SendAsync(Path, "Facts", Facts("Told", "two", "555 2"));

        var (_, told) = await host.Browser("jem").SendAsync(Path, "Facts", [.. Facts("Told", "one", "555 9"), ("seen", seen)]);
        Assert.NotNull(told.QuerySelector(".alert-warning"));
        var (kept, _) = await host.Browser("jem").SendAsync(Path, "Facts", [.. Facts("Told", "one", "555 9"), .. Sight(told)]);

        Assert.Equal(HttpStatusCode.Redirect, kept.StatusCode);
        var job = await host.StoreAsync(db => db.Jobs.AsNoTracking().SingleAsync(j => j.Id == 2));
        Assert.Equal(("two", "555 9"), (job.Purpose, job.Contact));
    }

    [Fact]
    public async Task Who_is_told_may_put_back_what_was_before()
    {
        const string Path = "/jobs/2/notice";
        await host.Browser("bea").SendAsync(Path, "Facts", Facts("Back", "one", "555 1"));
        var seen = Seen((await host.Browser("jem").PageAsync(Path)).Page);
        await host.Browser("bea").SendAsync(Path, "Facts", Facts("Back", "one", "555 2"));

        var (_, told) = await host.Browser("jem").SendAsync(Path, "Facts", [.. Facts("Back", "one", "555 9"), ("seen", seen)]);
        await host.Browser("jem").SendAsync(Path, "Facts", [.. Facts("Back", "one", "555 1"), .. Sight(told)]);

        Assert.Equal("555 1", await host.StoreAsync(db => db.Jobs.Where(j => j.Id == 2).Select(j => j.Contact).SingleAsync()));
    }

    [Fact]
    public async Task What_is_changed_a_third_time_after_the_telling_is_told_again()
    {
        const string Path = "/jobs/2/notice";
        await host.Browser("bea").SendAsync(Path, "Facts", Facts("Third", "one", "555 1"));
        var seen = Seen((await host.Browser("jem").PageAsync(Path)).Page);
        await host.Browser("bea").SendAsync(Path, "Facts", Facts("Third", "one", "555 2"));
        var (_, told) = await host.Browser("jem").SendAsync(Path, "Facts", [.. Facts("Third", "one", "555 9"), ("seen", seen)]);
        await host.Browser("bea").SendAsync(Path, "Facts", Facts("Third", "one", "555 3"));

        var (again, page) = await host.Browser("jem").SendAsync(Path, "Facts", [.. Facts("Third", "one", "555 9"), .. Sight(told)]);

        Assert.Equal(HttpStatusCode.OK, again.StatusCode);
        Assert.Contains("555 3", page.QuerySelector(".alert-warning")!.TextContent, StringComparison.Ordinal);
        Assert.DoesNotContain("555 1", page.QuerySelector(".alert-warning")!.TextContent, StringComparison.Ordinal);
    }

    [Fact]
    public async Task What_a_page_has_seen_is_never_newer_than_what_it_shows()
    {
        using var stop = new CancellationTokenSource();
        var writing = Task.Run(async () =>
        {
            for (var i = 0; !stop.IsCancellationRequested; i++)
            {
                await host.StoreAsync(async db =>
                {
                    var job = await db.Jobs.SingleAsync(j => j.Id == 2);
                    (job.Where, db.Change.Who) = ($"place {i}", "somebody");
                    return await db.SaveChangesAsync();
                });
            }
        });
        var browser = host.Browser("jem");
        for (var i = 0; i < 25; i++)
        {
            var (_, page) = await browser.PageAsync("/jobs/2/notice");
            var (seen, shown) = (long.Parse(Seen(page), System.Globalization.CultureInfo.InvariantCulture), page.QuerySelector("#f-where")!.GetAttribute("value")!);
            var stored = await host.StoreAsync(db => db.Log.AsNoTracking().Where(e => e.Subject == "Job:2" && e.Id <= seen && e.After.Contains("Where"))
                .OrderByDescending(e => e.Id).Select(e => e.After).FirstOrDefaultAsync());
            Assert.True(stored is null || stored.Contains($"\"{shown}\"", StringComparison.Ordinal), $"seen {seen} shows {shown}, but the log says {stored}");
        }

        await stop.CancelAsync();
        await writing;
    }

    [Fact]
    public async Task The_firms_pages_tell_too_and_store_once()
    {
        var lead = host.Browser("orla");
        await lead.SendAsync("/owners", "", ("name", "Lantern Heat"), ("records", "30 d"), ("contact", "555 1"));
        var id = await host.StoreAsync(async db => (await db.Owners.SingleAsync(o => o.Name == "Lantern Heat")).Id);
        var path = $"/owners?owner={id}";
        (string, string)[] Form(string contact, string sheets) => [("name", "Lantern Heat"), ("kind", "Unknown"), ("records", "30 d"), ("contact", contact), ("sheets", sheets)];
        var seen = Seen((await lead.PageAsync(path)).Page);
        await host.Browser("bea").SendAsync(path, "", Form("555 2", ""));

        var (kept, _) = await lead.SendAsync(path, "", [.. Form("555 1", "trunk"), ("seen", seen)]);
        var (told, page) = await lead.SendAsync(path, "", [.. Form("555 3", "trunk"), ("seen", seen)]);

        Assert.Equal(HttpStatusCode.Redirect, kept.StatusCode);
        Assert.Equal(HttpStatusCode.OK, told.StatusCode);
        Assert.Contains("555 2", page.QuerySelector(".alert-warning")!.TextContent, StringComparison.Ordinal);
        Assert.Equal("555 3", page.QuerySelector("#f-contact")!.GetAttribute("value"));
        var owner = await host.StoreAsync(db => db.Owners.AsNoTracking().SingleAsync(o => o.Id == id));
        Assert.Equal(("555 2", "trunk"), (owner.Contact, owner.Sheets));

        var fields = new Dictionary<string, string>
        {
            ["__RequestVerificationToken"] = page.Token(), ["once"] = Guid.NewGuid().ToString(), ["holiday"] = "Candle Day", ["date"] = "2027-02-02",
        };
        var sent = await Task.WhenAll(Enumerable.Range(0, 5).Select(_ => lead.PostFormAsync("/firm?handler=Holiday", fields)));
        Assert.All(sent, s => Assert.Equal(HttpStatusCode.Redirect, s.Response.StatusCode));
        Assert.Equal(1, await host.StoreAsync(db => db.Holidays.CountAsync(h => h.Name == "Candle Day")));
    }

    [Theory]
    [InlineData("/firm", "Rules")]
    [InlineData("/owners", "Owners")]
    [InlineData("/instruments?new=receiver", "Instruments")]
    [InlineData("/guide?kind=Gas", "Guide")]
    [InlineData("/people", "People")]
    [InlineData("/account", "Account")]
    [InlineData("/security", "Security")]
    [InlineData("/tokens", "Tokens")]
    [InlineData("/days", "Days")]
    public async Task Every_form_of_the_firm_says_what_it_was_typed_against(string path, string page)
    {
        var (_, shown) = await host.Browser("orla").PageAsync(path);

        Assert.True(shown.QuerySelector("h1") is not null, page);
        foreach (var form in shown.QuerySelectorAll("main form[method=post]"))
        {
            Assert.True(form.QuerySelector("input[name=seen]") is not null && form.QuerySelector("input[name=once]") is not null, form.OuterHtml[..Math.Min(200, form.OuterHtml.Length)]);
        }
    }

    /// <summary>
    /// What is half typed is kept in the browser, on every page on which things are entered. Passwords and files are not, and
    /// cautions are read again, not ticked by a machine.
    /// </summary>
    [Theory]
    [InlineData("/firm")]
    [InlineData("/owners")]
    [InlineData("/instruments?instrument=4")]
    [InlineData("/guide?kind=Gas")]
    [InlineData("/people")]
    [InlineData("/security")]
    [InlineData("/tokens")]
    [InlineData("/jobs/new")]
    [InlineData("/bench/pinpoint")]
    [InlineData("/bench/depth")]
    [InlineData("/bench/depths")]
    [InlineData("/bench/identify")]
    [InlineData("/bench/ledger")]
    [InlineData("/bench/sonde")]
    [InlineData("/bench/sonde-route")]
    [InlineData("/bench/radar/plan")]
    [InlineData("/bench/radar/wheel")]
    [InlineData("/bench/radar/hyperbola")]
    [InlineData("/bench/fault")]
    [InlineData("/bench/wire-fault")]
    [InlineData("/bench/line-field")]
    [InlineData("/jobs/1/notice")]
    [InlineData("/jobs/1/records?owner=Lanternet")]
    [InlineData("/jobs/1/walk?feature=3")]
    [InlineData("/jobs/1/hookup?line=2")]
    [InlineData("/jobs/1/sweep?sweep=2")]
    [InlineData("/jobs/1/hookup/ground?line=2&of=line-2")]
    [InlineData("/jobs/1/trace?line=2")]
    [InlineData("/jobs/1/trace/wires")]
    [InlineData("/jobs/1/trace/sonde")]
    [InlineData("/jobs/1/radar")]
    [InlineData("/jobs/1/radar/calibrate")]
    [InlineData("/jobs/1/radar/collect")]
    [InlineData("/jobs/1/radar/grid")]
    [InlineData("/jobs/1/trace/fault")]
    [InlineData("/jobs/3/marks")]
    public async Task Every_form_keeps_what_is_half_typed_under_a_name_of_its_own(string path)
    {
        var (_, shown) = await host.Browser("orla").PageAsync(path);
        var typed = shown.QuerySelectorAll("main form[method=post]").Where(f => f.QuerySelector("input[type=text],input[type=date],textarea,select") is not null).ToList();

        Assert.NotEmpty(typed);
        Assert.All(typed, form => Assert.False(string.IsNullOrEmpty(form.GetAttribute("data-keep")), form.OuterHtml[..Math.Min(200, form.OuterHtml.Length)]));
        Assert.Equal(typed.Count, typed.Select(f => f.GetAttribute("data-keep")).Distinct().Count());
    }

    [Fact]
    public async Task Guide_checks_and_resets_are_in_the_log()
    {
        var lead = host.Browser("orla");
        await lead.SendAsync("/guide?kind=Gas", "", ("clip", "Street side only"), ("never", "Never clip the house side"), ("dead", "By the firm that owns it"));
        var person = await host.StoreAsync(async db => (await db.Users.SingleAsync(u => u.UserName == "bea")).Id);
        await lead.SendAsync($"/people?who={person}", "", ("person", "Bea Rosewarne"), ("role", nameof(Role.Office)), ("active", "yes"));
        await lead.SendAsync($"/people?who={person}", "Link");

        var since = await host.StoreAsync(db => db.Log.AsNoTracking().OrderByDescending(e => e.Id).Take(12).ToListAsync());
        Assert.Contains(since, e => e.Subject.StartsWith("GuideEntry:", StringComparison.Ordinal) && e.After.Contains("Never clip the house side", StringComparison.Ordinal));
        Assert.Contains(since, e => e.Subject == $"MoleUser:{person}" && e.After.Contains("ResetHash", StringComparison.Ordinal));
        var hash = await host.StoreAsync(async db => (await db.Users.SingleAsync(u => u.UserName == "bea")).ResetHash);
        Assert.All(since, e => Assert.DoesNotContain(hash, e.Before + e.After, StringComparison.Ordinal));
    }
}
