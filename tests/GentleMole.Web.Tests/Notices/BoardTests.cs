using GentleMole.Core.Marking;
using GentleMole.Store;
using GentleMole.Store.Model;
using GentleMole.Web.Boards;
using GentleMole.Web.Words;
using Microsoft.EntityFrameworkCore;
using Microsoft.Extensions.DependencyInjection;

namespace GentleMole.Web.Tests.Notices;

public class BoardTests(MoleHost host) : IClassFixture<MoleHost>
{
    private static string Day(int fromToday) => DateTime.UtcNow.AddDays(fromToday).ToString("yyyy-MM-dd", null);

    [Fact]
    public async Task The_board_puts_first_what_runs_out_first_and_finds_and_counts()
    {
        var browser = host.Browser();
        await browser.SendAsync("/jobs/new", "", ("name", "Long forgotten wall"), ("received", Day(-30) + " 09:00"));

        var (_, page) = await browser.PageAsync("/notices");
        var rows = page.QuerySelectorAll(".clock-row").ToList();

        Assert.StartsWith("Long forgotten wall", rows[0].QuerySelector(".clock-job b")!.TextContent, StringComparison.Ordinal);
        Assert.Contains("answer due", rows[0].TextContent, StringComparison.Ordinal);
        Assert.Contains("overdue", page.QuerySelector("nav[aria-label=When]")!.TextContent, StringComparison.Ordinal);
        Assert.Equal(21, rows[0].QuerySelectorAll(".clock-strip i").Length);
        Assert.Single((await browser.PageAsync("/notices?q=forgotten")).Page.QuerySelectorAll(".clock-row"));
        var over = (await browser.PageAsync("/notices?when=over")).Page.QuerySelectorAll(".clock-row");
        Assert.Contains(over, r => r.TextContent.Contains("Long forgotten wall", StringComparison.Ordinal));
        Assert.True(over.Length < rows.Count);
        Assert.Empty((await browser.PageAsync("/notices?q=%3Cscript%3E")).Page.QuerySelectorAll(".clock-row"));
        Assert.Equal(System.Net.HttpStatusCode.NotFound, (await browser.PageAsync("/notices?from=x")).Status);
        Assert.Equal(System.Net.HttpStatusCode.OK, (await browser.PageAsync("/notices?from=99999&when=nothing")).Status);
    }

    [Fact]
    public async Task Read_again_in_part_the_board_is_what_it_would_be_if_read_whole()
    {
        var browser = host.Browser("jem");
        async Task<(Board Kept, Board Fresh)> BothAsync()
        {
            await using var scope = host.Services.CreateAsyncScope();
            var services = scope.ServiceProvider;
            return (
                await services.GetRequiredService<JobList>().BoardAsync(default),
                await new JobList(services.GetRequiredService<MoleDb>(), services.GetRequiredService<PlaceClock>(), new BoardCache()).BoardAsync(default));
        }

        await BothAsync();
        var line = await host.StoreAsync(async db => (await db.Lines.SingleAsync(l => l.JobId == 1 && l.Owner == "Norrick Grid")).Id);
        await browser.SendAsync($"/jobs/1/marks?line={line}", "", ("answer", "NotFound"), ("why", "no signal"));
        await MoleHost.AcceptCautionsAsync(browser, 2);
        await host.Device().PostTextAsync("/api/v1/jobs", "{\"name\":\"A new one\"}");
        var (kept, fresh) = await BothAsync();

        Assert.Equal(fresh.Jobs.Select(j => (j.Id, j.Progress, j.NotFound, j.UndecidedDots)), kept.Jobs.Select(j => (j.Id, j.Progress, j.NotFound, j.UndecidedDots)));
        Assert.Equal(fresh.Jobs.SelectMany(j => j.Deadlines), kept.Jobs.SelectMany(j => j.Deadlines));
        Assert.Contains(kept.Jobs, j => j is { Id: 1, NotFound: 1 });
    }

    [Fact]
    public async Task An_owners_own_rules_move_its_clocks()
    {
        var browser = host.Browser();
        await browser.SendAsync("/jobs/1/records?owner=Tamsin%20Gas", "Ask", ("ownerAsked", "Tamsin Gas"), ("asked", Day(-4)), ("valid", "60 days"));
        var request = await host.StoreAsync(db => db.Requests.Include(r => r.Sheets).SingleAsync(r => r.JobId == 1 && r.Owner == "Tamsin Gas"));
        var calendar = await (await browser.GetAsync(new Uri("/notices/calendar.ics", UriKind.Relative))).Content.ReadAsStringAsync();

        Assert.Equal("60 d", request.Valid);
        Assert.Contains(request.Sheets[0].ReceivedOn.PlusDays(60).ToString("yyyyMMdd", null), calendar, StringComparison.Ordinal);
        Assert.Contains("job-1-recordsexpire-tamsin-gas@gentle-mole", calendar.Replace("\r\n ", "", StringComparison.Ordinal), StringComparison.Ordinal);
    }

    [Fact]
    public async Task Hours_of_notice_can_be_the_rule_of_the_place_and_nonsense_cannot()
    {
        var browser = host.Browser();
        var fields = new[] { ("name", "Burrow"), ("zone", "Europe/London"), ("tolerance", "0.5"), ("school", "Corrected"), ("cutOff", "17:00"), ("starts", "08:00"), ("ends", "16:30"), ("speed", "35") };
        var (_, wrong) = await browser.SendAsync("/firm", "", [.. fields, ("notice", "soon"), ("valid", "a fortnight")]);
        var (_, night) = await browser.SendAsync("/firm", "", [.. fields.Where(f => f.Item1 != "ends"), ("ends", "07:00"), ("notice", "2 wd"), ("valid", "14 d")]);
        await browser.SendAsync("/firm", "", [.. fields, ("notice", "48 hours"), ("valid", "14 d")]);
        await browser.SendAsync("/jobs/2/notice", "Facts", ("name", "Boating lake footbridge piles"), ("received", "2026-11-24 09:30"));

        Assert.NotNull(wrong.Complaint("notice"));
        Assert.NotNull(wrong.Complaint("valid"));
        Assert.NotNull(night.Complaint("ends"));
        Assert.Contains("Thu 26 Nov 09:30", (await browser.PageAsync("/jobs/2/notice")).Page.QuerySelector(".verdict-say")!.TextContent, StringComparison.Ordinal);
        Assert.Contains("48 hours on working days after the call", (await browser.PageAsync("/jobs/2/notice")).Page.QuerySelector(".verdict-why")!.TextContent, StringComparison.Ordinal);
        await browser.SendAsync("/firm", "", [.. fields, ("notice", "2 wd"), ("valid", "14 d")]);
    }

    [Fact]
    public async Task A_day_is_filled_runs_over_and_gets_a_better_order()
    {
        var office = host.Browser("bea");
        var jem = await host.StoreAsync(async db => (await db.Users.SingleAsync(u => u.UserName == "jem")).Id);
        var day = Day(3);
        var path = $"/days?day={day}&person={jem}";
        await host.StoreAsync(async db =>
        {
            foreach (var (name, latitude) in new[] { ("Far", 49.80), ("Near", 49.735), ("Farther", 49.86) })
            {
                db.Jobs.Add(new Job { Name = name, OriginLatitude = latitude, OriginLongitude = -7.41 });
            }

            return await db.SaveChangesAsync();
        });
        var ids = await host.StoreAsync(db => db.Jobs.Where(j => j.Name == "Far" || j.Name == "Near" || j.Name == "Farther").ToDictionaryAsync(j => j.Name, j => j.Id));
        foreach (var name in new[] { "Far", "Near", "Farther" })
        {
            await office.SendAsync(path, "Add", ("job", ids[name].ToString(System.Globalization.CultureInfo.InvariantCulture)));
        }

        var (_, before) = await office.PageAsync(path);
        Assert.Contains("A better order", before.QuerySelector(".alert-secondary")!.TextContent, StringComparison.Ordinal);
        await office.SendAsync(path, "Order");
        var (_, after) = await office.PageAsync(path);
        Assert.Null(after.QuerySelector(".alert-secondary"));
        Assert.Equal(3, after.QuerySelectorAll(".day-list li").Length);

        var visit = after.QuerySelector("input[name=visit]")!.GetAttribute("value")!;
        await office.SendAsync(path, "Visit", ("visit", visit), ("do", "minutes"), ("minutes", "700"));
        var (_, full) = await office.PageAsync(path);
        Assert.Contains("Overbooked by", full.QuerySelector(".verdict-say")!.TextContent, StringComparison.Ordinal);
        var (_, wrong) = await office.SendAsync(path, "Visit", ("visit", visit), ("do", "minutes"), ("minutes", "long"));
        Assert.Contains("not a number", wrong.QuerySelector(".day-list .invalid-feedback")!.TextContent, StringComparison.Ordinal);
        var (_, twice) = await office.SendAsync(path, "Add", ("job", ids["Far"].ToString(System.Globalization.CultureInfo.InvariantCulture)));
        Assert.Contains("already", twice.QuerySelector(".invalid-feedback")!.TextContent, StringComparison.Ordinal);
        await office.SendAsync(path, "Visit", ("visit", visit), ("do", "off"));
        Assert.Equal(2, (await office.PageAsync(path)).Page.QuerySelectorAll(".day-list li").Length);
    }

    [Fact]
    public async Task A_marked_utility_starts_the_clocks_of_its_marks()
    {
        var deadlines = await host.StoreAsync(async db => (await db.Lines.CountAsync(l => l.JobId == 1 && l.Answer == LineAnswer.Marked), 0));
        var (_, page) = await host.Browser().PageAsync("/notices");

        Assert.True(deadlines.Item1 > 0);
        var row = page.QuerySelectorAll(".clock-row").Single(r => r.TextContent.Contains("Lido", StringComparison.Ordinal));
        Assert.Contains(row.QuerySelectorAll(".clock-at"), a => a.TextContent.Contains('M', StringComparison.Ordinal));
        Assert.Contains(row.QuerySelectorAll(".clock-at"), a => a.GetAttribute("title")!.Contains("renew by", StringComparison.Ordinal));
    }
}
