using System.Net;
using GentleMole.Store.Model;
using GentleMole.Web.Trust;
using Microsoft.EntityFrameworkCore;

namespace GentleMole.Web.Tests.Trust;

/// <summary>The door: guessing is slow, nobody outside keeps anybody out, and it does not tell who lives here.</summary>
public class DoorTests(MovedHost host) : IClassFixture<MovedHost>
{
    private const string Password = "four old spades";

    private async Task<HttpClient> LeadAsync() =>
        await host.StoreAsync(db => db.Users.AnyAsync()) ? await InAsync(host.Browser(null), "ada") : await host.FirstLeadAsync(Password);

    private static async Task<HttpClient> InAsync(HttpClient browser, string name)
    {
        await browser.SendAsync("/sign-in", "", ("name", name), ("password", Password));
        return browser;
    }

    private static async Task<string?> TryAsync(HttpClient browser, string name, string password) =>
        (await browser.SendAsync("/sign-in", "", ("name", name), ("password", password))).Page.Complaint("password");

    [Fact]
    public async Task The_first_account_needs_the_code_of_the_terminal_and_of_four_at_once_one_is_made()
    {
        await using var empty = new EmptyHost();
        var (_, without) = await empty.Browser(null).SendAsync("/sign-in", "First", ("code", "0000-0000-0000"), ("person", "Eve"), ("name", "eve"), ("password", Password));
        Assert.Contains("terminal", without.Complaint("code"), StringComparison.Ordinal);
        Assert.False(await empty.StoreAsync(db => db.Users.AnyAsync()));

        // With small letters and without its dashes too; people copy it by hand.
        var code = empty.FirstCode.ToLowerInvariant().Replace("-", " ", StringComparison.Ordinal);
        var browsers = Enumerable.Range(0, 4).Select(_ => empty.Browser(null)).ToList();
        await Task.WhenAll(browsers.Select((b, i) => b.SendAsync("/sign-in", "First", ("code", code), ("person", $"Lead {i}"), ("name", $"lead{i}"), ("password", Password))));

        Assert.Equal(1, await empty.StoreAsync(db => db.Users.CountAsync()));
    }

    [Fact]
    public async Task Each_wrong_try_makes_the_next_wait_longer_and_says_how_long()
    {
        await LeadAsync();
        var stranger = host.Browser(null);
        var said = new List<string?>();
        for (var i = 0; i < 5; i++)
        {
            said.Add(await TryAsync(stranger, "no-such-name", "wrong guess"));
        }

        Assert.All(said[..3], s => Assert.Equal("Name and password do not belong together.", s));
        Assert.Contains("Wait 2 seconds", said[3], StringComparison.Ordinal);
        Assert.Contains("Wait", said[4], StringComparison.Ordinal);
        host.Move(TimeSpan.FromSeconds(3));
        Assert.Equal("Name and password do not belong together.", await TryAsync(stranger, "no-such-name", "wrong guess"));
        Assert.Contains("Wait 4 seconds", await TryAsync(stranger, "no-such-name", "wrong guess"), StringComparison.Ordinal);
        Assert.Equal([0, 0, 0, 2, 4, 8, 16], Enumerable.Range(0, 7).Select(n => DoorKeeper.WaitAfter(n).TotalSeconds));
        Assert.Equal(15, DoorKeeper.WaitAfter(1_000_000).TotalMinutes);
    }

    [Fact]
    public async Task Whether_there_is_such_a_person_cannot_be_read_out_of_the_answers()
    {
        var lead = await LeadAsync();
        await host.LetInAsync(lead, "Lou Kettle", "lou", "Locator", Password);
        await lead.SendAsync("/people", "", ("person", "Has None Yet"), ("name", "nopass"), ("role", "Locator"));
        var (there, nowhere, without) = (new List<string?>(), new List<string?>(), new List<string?>());
        for (var i = 0; i < 6; i++)
        {
            there.Add(await TryAsync(host.Browser(null), "lou", "wrong guess"));
            nowhere.Add(await TryAsync(host.Browser(null), "nobody-at-all", "wrong guess"));
            without.Add(await TryAsync(host.Browser(null), "nopass", "wrong guess"));
        }

        static string Plain(string? said) => System.Text.RegularExpressions.Regex.Replace(said!, "\\d+", "#");
        Assert.Equal(nowhere.Select(Plain), there.Select(Plain));
        Assert.Equal(nowhere.Select(Plain), without.Select(Plain));
    }

    [Fact]
    public async Task Nobody_else_keeps_somebody_out_of_a_device_that_knows_them()
    {
        var lead = await LeadAsync();
        var own = await host.LetInAsync(lead, "Mo Fenn", "mo", "Locator", Password);
        await own.PostFormAsync("/sign-out", new() { ["__RequestVerificationToken"] = (await own.PageAsync("/jobs")).Page.Token() });
        for (var i = 0; i < 8; i++)
        {
            await TryAsync(host.Browser(null), "mo", "wrong guess");
        }

        // From the very same address a strange browser waits; the one that Mo was let in on before does not.
        Assert.Contains("Wait", await TryAsync(host.Browser(null), "mo", Password), StringComparison.Ordinal);
        Assert.Equal(HttpStatusCode.OK, (await (await InAsync(own, "mo")).PageAsync("/jobs")).Status);
    }

    [Fact]
    public async Task The_terminal_opens_an_account_that_is_held_up_and_makes_a_link()
    {
        var lead = await LeadAsync();
        await host.LetInAsync(lead, "Nell Hart", "nell", "Locator", Password);
        for (var i = 0; i < 8; i++)
        {
            await TryAsync(host.Browser(null), "nell", "wrong guess");
        }

        Assert.Contains("Wait", await TryAsync(host.Browser(null), "nell", Password), StringComparison.Ordinal);
        Assert.Equal(0, await RunAsync("unlock", "nell"));
        Assert.Equal(HttpStatusCode.OK, (await (await InAsync(host.Browser(null), "nell")).PageAsync("/jobs")).Status);

        using var told = KilledProcess.Terminal("password", host.DataDirectory, "nell");
        await told.EndedAsync();
        var link = told.Said[told.Said.IndexOf("/reset/", StringComparison.Ordinal)..].Trim();
        await host.Browser(null).SendAsync(link, "", ("password", "other words than before"), ("again", "other words than before"));
        Assert.NotNull(await TryAsync(host.Browser(null), "nell", Password));
        Assert.Null(await TryAsync(host.Browser(null), "nell", "other words than before"));
        Assert.Equal(1, await RunAsync("password", "nobody-of-that-name"));
        Assert.Contains(SecurityEventKind.ResetAtTerminal, await host.StoreAsync(db => db.SecurityEvents.Select(e => e.Kind).ToListAsync()));
    }

    private async Task<int> RunAsync(string command, string name)
    {
        using var process = KilledProcess.Terminal(command, host.DataDirectory, name);
        return await process.EndedAsync();
    }
}
