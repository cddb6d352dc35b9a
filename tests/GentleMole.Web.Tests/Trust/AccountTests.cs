using System.Buffers.Binary;
using System.Net;
using System.Security.Cryptography;
using GentleMole.Store.Model;
using GentleMole.Web.Trust;
using Microsoft.EntityFrameworkCore;

namespace GentleMole.Web.Tests.Trust;

/// <summary>What is a person's own: password, second factor, sessions; and what a lead may do with them.</summary>
public class AccountTests(MovedHost host) : IClassFixture<MovedHost>
{
    private const string Password = "four old spades";

    private static int _people;

    private async Task<HttpClient> LeadAsync()
    {
        if (!await host.StoreAsync(db => db.Users.AnyAsync()))
        {
            return await host.FirstLeadAsync(Password);
        }

        var browser = host.Browser(null);
        await InAsync(browser, "ada", Password);
        return browser;
    }

    private static Task<(HttpResponseMessage Response, AngleSharp.Html.Dom.IHtmlDocument Page)> InAsync(HttpClient browser, string name, string password) =>
        browser.SendAsync("/sign-in", "", ("name", name), ("password", password));

    private async Task<(HttpClient Browser, string Name)> SomebodyAsync(string role = "Locator")
    {
        var name = $"p{Interlocked.Increment(ref _people)}";
        return (await host.LetInAsync(await LeadAsync(), $"Person {name}", name, role, Password), name);
    }

    private static async Task<bool> IsInAsync(HttpClient browser) => (await browser.PageAsync("/jobs")).Status == HttpStatusCode.OK;

    /// <summary>What an authenticator shows (RFC 6238), so many steps from now.</summary>
    private static string CodeOf(string key, int step = 0)
    {
        const string signs = "ABCDEFGHIJKLMNOPQRSTUVWXYZ234567";
        var bits = string.Concat(key.Replace(" ", "", StringComparison.Ordinal).ToUpperInvariant().Select(c => Convert.ToString(signs.IndexOf(c, StringComparison.Ordinal), 2).PadLeft(5, '0')));
        var secret = Enumerable.Range(0, bits.Length / 8).Select(i => Convert.ToByte(bits.Substring(8 * i, 8), 2)).ToArray();
        var counter = new byte[8];
        BinaryPrimitives.WriteInt64BigEndian(counter, (DateTimeOffset.UtcNow.ToUnixTimeSeconds() / 30) + step);
#pragma warning disable CA5350 // The standard's own.
        var hash = HMACSHA1.HashData(secret, counter);
#pragma warning restore CA5350
        var number = BinaryPrimitives.ReadInt32BigEndian(hash.AsSpan(hash[^1] & 0xf)) & 0x7fffffff;
        return (number % 1_000_000).ToString("000000", System.Globalization.CultureInfo.InvariantCulture);
    }

    private static async Task<(string Key, List<string> Recovery)> FactorOnAsync(HttpClient browser)
    {
        await browser.SendAsync("/account", "Key", ("factorPassword", Password));
        var key = (await browser.PageAsync("/account")).Page.QuerySelector("[data-key]")!.TextContent;
        var (_, on) = await browser.SendAsync("/account", "Factor", ("code", CodeOf(key)));
        return (key, [.. on.QuerySelectorAll("[data-recovery]").Select(c => c.TextContent)]);
    }

    [Fact]
    public async Task A_password_is_changed_by_its_owner_and_all_other_sessions_end()
    {
        var (browser, name) = await SomebodyAsync();
        var other = host.Browser(null);
        await InAsync(other, name, Password);
        var (_, wrong) = await browser.SendAsync("/account", "Password", ("current", "not this one"), ("password", "seven grey geese"), ("again", "seven grey geese"));
        var (_, unlike) = await browser.SendAsync("/account", "Password", ("current", Password), ("password", "seven grey geese"), ("again", "seven gray geese"));
        var (_, common) = await browser.SendAsync("/account", "Password", ("current", Password), ("password", "Password1234"), ("again", "Password1234"));
        Assert.NotNull(wrong.Complaint("current"));
        Assert.NotNull(unlike.Complaint("again"));
        Assert.Contains("guessed first", common.Complaint("password"), StringComparison.Ordinal);
        Assert.True(await IsInAsync(other));

        var (done, _) = await browser.SendAsync("/account", "Password", ("current", Password), ("password", "seven grey geese"), ("again", "seven grey geese"));

        Assert.Equal(HttpStatusCode.Redirect, done.StatusCode);
        Assert.True(await IsInAsync(browser));
        Assert.False(await IsInAsync(other));
        Assert.NotNull((await InAsync(host.Browser(null), name, Password)).Page.Complaint("password"));
        Assert.Contains(await host.StoreAsync(db => db.Log.AsNoTracking().OrderByDescending(e => e.Id).Take(5).ToListAsync()),
            e => e.After.Contains("PasswordHash", StringComparison.Ordinal) && e.After.Contains("(not shown, ", StringComparison.Ordinal) && e.WhoId.Length > 10);
    }

    [Fact]
    public async Task A_link_works_once_and_whoever_made_it_learns_no_password()
    {
        var (browser, name) = await SomebodyAsync();
        var lead = await LeadAsync();
        var id = await host.StoreAsync(async db => (await db.Users.SingleAsync(u => u.UserName == name)).Id);
        var (_, made) = await lead.SendAsync("/people?who=" + id, "Link");
        var link = new Uri(made.QuerySelector("[data-token]")!.TextContent).AbsolutePath;
        Assert.True(await IsInAsync(browser));
        Assert.Empty((await lead.PageAsync("/people?who=" + id)).Page.QuerySelectorAll("input[type=password]"));

        var (_, weak) = await host.Browser(null).SendAsync(link, "", ("password", "short"), ("again", "short"));
        var (set, _) = await host.Browser(null).SendAsync(link, "", ("password", "nine wet boots"), ("again", "nine wet boots"));
        var (_, again) = await host.Browser(null).PageAsync(link);

        Assert.NotNull(weak.Complaint("password"));
        Assert.Equal(HttpStatusCode.Redirect, set.StatusCode);
        Assert.Contains("holds no more", again.QuerySelector("h1")!.TextContent, StringComparison.Ordinal);
        Assert.False(await IsInAsync(browser));
        Assert.Equal(HttpStatusCode.Redirect, (await InAsync(host.Browser(null), name, "nine wet boots")).Response.StatusCode);
    }

    [Fact]
    public async Task A_link_ends_after_a_day_and_a_newer_one_ends_it_too()
    {
        var (_, name) = await SomebodyAsync();
        var lead = await LeadAsync();
        var id = await host.StoreAsync(async db => (await db.Users.SingleAsync(u => u.UserName == name)).Id);
        async Task<string> MakeAsync() => new Uri((await lead.SendAsync("/people?who=" + id, "Link")).Page.QuerySelector("[data-token]")!.TextContent).AbsolutePath;
        var (first, second) = (await MakeAsync(), await MakeAsync());

        Assert.Contains("no more", (await host.Browser(null).PageAsync(first)).Page.QuerySelector("h1")!.TextContent, StringComparison.Ordinal);
        Assert.DoesNotContain("no more", (await host.Browser(null).PageAsync(second)).Page.QuerySelector("h1")!.TextContent, StringComparison.Ordinal);
        host.Move(TimeSpan.FromHours(25));
        Assert.Contains("no more", (await host.Browser(null).PageAsync(second)).Page.QuerySelector("h1")!.TextContent, StringComparison.Ordinal);
    }

    [Fact]
    public async Task With_a_second_factor_a_password_alone_opens_nothing()
    {
        var (browser, name) = await SomebodyAsync();
        var (_, early) = await browser.SendAsync("/account", "Key", ("factorPassword", "not this one"));
        Assert.NotNull(early.Complaint("factorPassword"));
        var (key, recovery) = await FactorOnAsync(browser);
        Assert.Equal(SecondFactor.RecoveryCodes, recovery.Count);

        // Each from a browser of its own: the form's token is no other visitor's.
        async Task<(HttpClient Door, Func<string, string?, Task<(HttpResponseMessage Response, AngleSharp.Html.Dom.IHtmlDocument Page)>> Send)> DoorAsync()
        {
            var door = host.Browser(null);
            var (_, asked) = await InAsync(door, name, Password);
            Assert.False(await IsInAsync(door));
            var (token, step) = (asked.Token(), asked.QuerySelector("input[name=step]")!.GetAttribute("value")!);
            return (door, (code, other) => door.PostFormAsync("/sign-in?handler=Code", new() { ["__RequestVerificationToken"] = token, ["step"] = other ?? step, ["code"] = code }));
        }

        var (first, send) = await DoorAsync();
        Assert.NotNull((await send("000000", null)).Page.Complaint("code"));
        Assert.NotNull((await send(CodeOf(key, 1), "made up")).Page.Complaint("password"));
        var code = CodeOf(key, 1);
        Assert.Equal(HttpStatusCode.Redirect, (await send(code, null)).Response.StatusCode);
        Assert.True(await IsInAsync(first));

        // The same code a second time opens nothing; a recovery code opens once.
        Assert.NotNull((await (await DoorAsync()).Send(code, null)).Page.Complaint("code"));
        Assert.Equal(HttpStatusCode.Redirect, (await (await DoorAsync()).Send(recovery[0], null)).Response.StatusCode);
        Assert.NotNull((await (await DoorAsync()).Send(recovery[0], null)).Page.Complaint("code"));
        Assert.DoesNotContain(await host.StoreAsync(db => db.Log.AsNoTracking().ToListAsync()), e => (e.Before + e.After).Contains(recovery[1], StringComparison.Ordinal));
    }

    [Theory]
    [InlineData("owner")]
    [InlineData("lead")]
    [InlineData("terminal")]
    public async Task Whoever_switches_it_off_no_key_is_left_that_an_open_page_would_show(string who)
    {
        var (browser, name) = await SomebodyAsync();
        await FactorOnAsync(browser);
        var id = await host.StoreAsync(db => db.Users.Where(u => u.UserName == name).Select(u => u.Id).SingleAsync());
        Assert.NotEqual(0, await host.StoreAsync(db => db.UserTokens.CountAsync(t => t.UserId == id)));
        switch (who)
        {
            case "owner":
                await browser.SendAsync("/account", "FactorOff", ("factorPassword", Password));
                break;
            case "lead":
                await (await LeadAsync()).SendAsync($"/people?who={id}", "FactorOff");
                break;
            default:
                using (var terminal = KilledProcess.Terminal("password", host.DataDirectory, name, "--NoSecondFactor", "true"))
                {
                    Assert.Equal(0, await terminal.EndedAsync());
                }

                break;
        }

        var (off, left) = await host.StoreAsync(async db => (!(await db.Users.SingleAsync(u => u.Id == id)).TwoFactorEnabled, await db.UserTokens.CountAsync(t => t.UserId == id)));
        Assert.True(off);
        Assert.Equal(0, left);
        Assert.Null((await browser.PageAsync("/account")).Page.QuerySelector("[data-key]"));
    }

    [Fact]
    public async Task A_key_that_was_never_switched_on_is_not_shown_to_whoever_comes_by_later()
    {
        var (browser, _) = await SomebodyAsync();
        await browser.SendAsync("/account", "Key", ("factorPassword", Password));
        Assert.NotNull((await browser.PageAsync("/account")).Page.QuerySelector("[data-key]"));
        host.Move(TimeSpan.FromMinutes(16));
        var (status, page) = await browser.PageAsync("/account");
        Assert.Equal(HttpStatusCode.OK, status);
        Assert.Null(page.QuerySelector("[data-key]"));
    }

    [Fact]
    public async Task A_firm_that_wants_it_of_its_leads_lets_them_do_nothing_else_before()
    {
        var (lead, _) = await SomebodyAsync("Lead");
        await lead.SendAsync("/security", "", ("factor", "yes"), ("jobMegabytes", "500"), ("firmMegabytes", "20000"));
        try
        {
            Assert.Equal("/account", (await lead.GetAsync(new Uri("/jobs", UriKind.Relative))).Headers.Location?.ToString() ?? (await HtmlAsync(lead, "/jobs")).Headers.Location?.ToString());
            Assert.Equal(HttpStatusCode.OK, (await lead.PageAsync("/account")).Status);
            Assert.Equal(HttpStatusCode.Forbidden, (await lead.GetAsync(new Uri("/jobs/1/files/csv", UriKind.Relative))).StatusCode);
            await FactorOnAsync(lead);
            Assert.True(await IsInAsync(lead));
        }
        finally
        {
            await lead.SendAsync("/security", "", ("jobMegabytes", "500"), ("firmMegabytes", "20000"));
        }
    }

    [Fact]
    public async Task Leads_give_their_password_again_before_people_tokens_and_backups()
    {
        var lead = await LeadAsync();
        host.Move(TimeSpan.FromMinutes(16));
        foreach (var page in new[] { "/people", "/tokens", "/backup", "/security" })
        {
            Assert.StartsWith("/confirm", (await lead.GetAsync(new Uri(page, UriKind.Relative))).Headers.Location?.ToString(), StringComparison.Ordinal);
        }

        Assert.True(await IsInAsync(lead));
        var (_, wrong) = await lead.SendAsync("/confirm?returnUrl=%2Ftokens", "", ("password", "not this one"));
        var (right, _) = await lead.SendAsync("/confirm?returnUrl=%2Ftokens", "", ("password", Password));
        var (away, _) = await lead.SendAsync("/confirm?returnUrl=https%3A%2F%2Felsewhere.example", "", ("password", Password));

        Assert.NotNull(wrong.Complaint("password"));
        Assert.Equal("/tokens", right.Headers.Location!.ToString());
        Assert.Equal("/jobs", away.Headers.Location!.ToString());
        Assert.Equal(HttpStatusCode.OK, (await lead.PageAsync("/tokens")).Status);
    }

    [Fact]
    public async Task A_cookie_that_was_kept_from_before_signing_out_is_dead()
    {
        var (_, name) = await SomebodyAsync();
        var browser = host.Browser(null);
        var cookie = (await InAsync(browser, name, Password)).Response.Headers.GetValues("Set-Cookie").Single(c => c.StartsWith("mole-session=", StringComparison.Ordinal)).Split(';')[0];
        async Task<HttpStatusCode> WithKeptAsync()
        {
            using var request = new HttpRequestMessage(HttpMethod.Get, "/jobs");
            request.Headers.Add("Cookie", cookie);
            return (await host.CreateClient(new() { AllowAutoRedirect = false, HandleCookies = false }).SendAsync(request)).StatusCode;
        }

        Assert.Equal(HttpStatusCode.OK, await WithKeptAsync());
        await browser.PostFormAsync("/sign-out", new() { ["__RequestVerificationToken"] = (await browser.PageAsync("/jobs")).Page.Token() });
        Assert.Equal(HttpStatusCode.Redirect, await WithKeptAsync());
    }

    [Fact]
    public async Task Sessions_are_listed_the_others_end_at_a_touch_and_each_after_a_fortnight()
    {
        var (browser, name) = await SomebodyAsync();
        var other = host.Browser(null);
        other.DefaultRequestHeaders.Add("User-Agent", "Mozilla/5.0 (Linux; Android 15) Chrome/140.0");
        await InAsync(other, name, Password);
        var (_, page) = await browser.PageAsync("/account");
        Assert.Equal(2, page.QuerySelectorAll(".sessions li").Length);
        Assert.Contains("Chrome on Android", page.QuerySelector(".sessions")!.TextContent, StringComparison.Ordinal);

        await browser.SendAsync("/account", "Others");
        Assert.False(await IsInAsync(other));
        for (var day = 0; day < 13; day++)
        {
            host.Move(TimeSpan.FromDays(1));
            Assert.True(await IsInAsync(browser));
        }

        host.Move(TimeSpan.FromDays(1.1));
        Assert.False(await IsInAsync(browser));
    }

    [Theory]
    [InlineData("the application")]
    [InlineData("  Notice   Centre ")]
    [InlineData("token 5")]
    [InlineData("THE DEMO")]
    public async Task Nobody_stands_in_the_log_as_what_they_are_not(string name)
    {
        var (_, page) = await (await LeadAsync()).SendAsync("/people", "", ("person", name), ("name", "x" + name.Length), ("role", "Locator"));

        Assert.Contains("application's own", page.Complaint("person"), StringComparison.Ordinal);
    }

    [Fact]
    public async Task A_rename_shows_at_once_and_the_log_keeps_the_number_of_the_person()
    {
        var (browser, name) = await SomebodyAsync("Office");
        var lead = await LeadAsync();
        var id = await host.StoreAsync(async db => (await db.Users.SingleAsync(u => u.UserName == name)).Id);
        await lead.SendAsync("/people?who=" + id, "", ("person", "Newly Named"), ("role", "Office"), ("active", "yes"));

        Assert.Contains("Newly Named", (await browser.PageAsync("/jobs")).Page.QuerySelector(".top-person-name")!.TextContent, StringComparison.Ordinal);
        await browser.SendAsync("/owners", "", ("name", "Owner of " + name), ("kind", "Gas"), ("records", "30 d"));
        var entry = await host.StoreAsync(db => db.Log.AsNoTracking().OrderByDescending(e => e.Id).FirstAsync(e => e.Subject.StartsWith("OwnerRow:")));
        Assert.Equal(("Newly Named", id), (entry.Who, entry.WhoId));
    }

    [Fact]
    public async Task Tokens_end_by_themselves_after_a_year_or_when_it_was_said()
    {
        var lead = await LeadAsync();
        var made = (await lead.SendAsync("/tokens", "", ("name", "rover"), ("scope", "Read"))).Page.QuerySelector("[data-token]")!.TextContent;
        var (_, late) = await lead.SendAsync("/tokens", "", ("name", "rover"), ("scope", "Read"), ("until", "2199-01-01"));
        Assert.NotNull(late.Complaint("until"));
        var device = host.Device(made);
        Assert.Equal(HttpStatusCode.OK, (await device.GetAsync(new Uri("/api/v1/jobs", UriKind.Relative))).StatusCode);

        host.Move(TimeSpan.FromDays(367));
        Assert.Equal(HttpStatusCode.Unauthorized, (await device.GetAsync(new Uri("/api/v1/jobs", UriKind.Relative))).StatusCode);
        Assert.Contains("ended", (await (await LeadAsync()).PageAsync("/tokens")).Page.QuerySelector("table")!.TextContent, StringComparison.Ordinal);
    }

    [Theory]
    [InlineData("password12", true)]
    [InlineData("P@ssw0rd2026!", true)]
    [InlineData("qwertyuiop", true)]
    [InlineData("1234567890", true)]
    [InlineData("abcdefghijkl", true)]
    [InlineData("aaaaaaaaaaaa", true)]
    [InlineData("dragondragon", true)]
    [InlineData("kettle2026!!", true)]
    [InlineData("GentleMole1", true)]
    [InlineData("four old spades", false)]
    [InlineData("seven grey geese", false)]
    [InlineData("Zk4-pwqr-x9bn", false)]
    public void What_is_guessed_first_is_refused(string password, bool isCommon) =>
        Assert.Equal(isCommon, CommonPasswords.IsCommon(password, ["lou", "Lou", "Kettle", "gentlemole"]));

    private static async Task<HttpResponseMessage> HtmlAsync(HttpClient browser, string path)
    {
        using var request = new HttpRequestMessage(HttpMethod.Get, path);
        request.Headers.Add("Accept", "text/html");
        return await browser.SendAsync(request);
    }
}
