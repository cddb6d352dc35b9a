using System.Net;
using GentleMole.Store.Model;
using Microsoft.EntityFrameworkCore;

namespace GentleMole.Web.Tests.Trust;

public class SignInTests(EmptyHost empty, MoleHost demo) : IClassFixture<EmptyHost>, IClassFixture<MoleHost>
{
    private const string Password = "four old spades";

    private async Task<HttpClient> LeadAsync()
    {
        var browser = empty.Browser(null);
        if (!await empty.StoreAsync(db => db.Users.AnyAsync()))
        {
            return await empty.FirstLeadAsync(Password);
        }
        else
        {
            await browser.SendAsync("/sign-in", "", ("name", "ada"), ("password", Password));
        }

        return browser;
    }

    [Fact]
    public async Task The_first_visitor_becomes_the_lead_and_the_next_one_does_not()
    {
        var weak = await empty.Browser(null).SendAsync("/sign-in", "First", ("code", empty.FirstCode), ("person", "Ada Moor"), ("name", "a d a"), ("password", "short"));
        var lead = await LeadAsync();
        var (again, _) = await empty.Browser(null).SendAsync("/sign-in", "First", ("code", empty.FirstCode), ("person", "Eve"), ("name", "eve"), ("password", Password));

        Assert.True(weak.Page.QuerySelectorAll(".invalid-feedback").Length > 0 || !await empty.StoreAsync(db => db.Users.AnyAsync(u => u.UserName == "a d a")));
        Assert.Equal(HttpStatusCode.OK, (await lead.PageAsync("/people")).Status);
        Assert.NotEqual("/jobs", again.Headers.Location?.ToString());
        Assert.Equal([("ada", Role.Lead)], (await empty.StoreAsync(db => db.Users.Where(u => u.Role == Role.Lead).ToListAsync())).Select(u => (u.UserName!, u.Role)));
    }

    [Fact]
    public async Task The_session_cookie_is_for_this_site_and_out_of_reach_of_scripts()
    {
        await LeadAsync();
        var browser = empty.Browser(null);
        var (response, _) = await browser.SendAsync("/sign-in", "", ("name", "ADA"), ("password", Password));
        var cookie = response.Headers.GetValues("Set-Cookie").Single(c => c.StartsWith("mole-session", StringComparison.Ordinal));

        Assert.Contains("httponly", cookie, StringComparison.OrdinalIgnoreCase);
        Assert.Contains("samesite=lax", cookie, StringComparison.OrdinalIgnoreCase);
        Assert.Equal("/jobs", response.Headers.Location!.ToString());
        var looked = await browser.GetAsync(new Uri("/jobs", UriKind.Relative));
        Assert.Contains("no-store", looked.Headers.CacheControl!.ToString(), StringComparison.Ordinal);
        Assert.Equal("same-origin", looked.Headers.GetValues("Referrer-Policy").Single());
    }

    [Theory]
    [InlineData("/jobs/7?x=1", "/jobs/7?x=1")]
    [InlineData("https://elsewhere.example/", "/jobs")]
    [InlineData("//elsewhere.example", "/jobs")]
    [InlineData("/\\elsewhere.example", "/jobs")]
    public async Task The_way_back_stays_in_the_house(string asked, string led)
    {
        await LeadAsync();
        var (response, _) = await empty.Browser(null).SendAsync("/sign-in?ReturnUrl=" + Uri.EscapeDataString(asked), "", ("name", "ada"), ("password", Password));

        Assert.Equal(led, response.Headers.Location!.ToString());
    }

    [Theory]
    [InlineData("password")]
    [InlineData("role")]
    public async Task A_session_ends_when_its_password_or_role_is_changed(string what)
    {
        var lead = await LeadAsync();
        var name = "kit-" + what;
        var browser = await empty.LetInAsync(lead, "Kit Lowe", name, "Locator", Password);
        Assert.Equal(HttpStatusCode.OK, (await browser.GetAsync(new Uri("/jobs", UriKind.Relative))).StatusCode);

        await empty.StoreAsync(async db =>
        {
            var user = await db.Users.AsTracking().SingleAsync(u => u.UserName == name);
            (user.SecurityStamp, user.Role) = what == "password" ? ("changed", user.Role) : (user.SecurityStamp, Role.Reader);
            return await db.SaveChangesAsync();
        });

        Assert.Contains("/sign-in", (await browser.GetAsync(new Uri("/jobs", UriKind.Relative))).RequestMessage!.RequestUri!.ToString() + (await browser.GetAsync(new Uri("/jobs", UriKind.Relative))).Headers.Location, StringComparison.Ordinal);
    }

    [Fact]
    public async Task A_person_who_is_shut_out_is_out_with_the_next_click_and_the_only_lead_stays()
    {
        var lead = await LeadAsync();
        var kit = await empty.LetInAsync(lead, "Kit Marsh", "kit", "Office", Password);
        Assert.Equal(HttpStatusCode.OK, (await kit.PageAsync("/days")).Status);

        var ids = await empty.StoreAsync(db => db.Users.ToDictionaryAsync(u => u.UserName!, u => u.Id));
        var (shut, told) = await lead.SendAsync("/people?who=" + ids["kit"], "", ("person", "Kit Marsh"), ("role", "Office"));
        Assert.True(shut.StatusCode == HttpStatusCode.Redirect, told.QuerySelector(".invalid-feedback")?.TextContent);
        var (_, refused) = await lead.SendAsync("/people?who=" + ids["ada"], "", ("person", "Ada Moor"), ("role", "Reader"), ("active", "yes"));

        Assert.Equal(HttpStatusCode.Redirect, (await kit.PageAsync("/days")).Status);
        Assert.Contains("only lead", refused.Complaint("role"), StringComparison.Ordinal);
    }

    [Fact]
    public async Task Signing_out_ends_the_session_and_only_by_post()
    {
        var browser = demo.Browser("jem");
        await browser.GetAsync(new Uri("/sign-out", UriKind.Relative));
        Assert.Equal(HttpStatusCode.OK, (await browser.PageAsync("/jobs")).Status);

        await browser.PostFormAsync("/sign-out", new() { ["__RequestVerificationToken"] = (await browser.PageAsync("/jobs")).Page.Token() });

        Assert.Equal(HttpStatusCode.Redirect, (await browser.PageAsync("/jobs")).Status);
    }

    [Fact]
    public async Task The_demo_opens_by_one_click_a_person_and_real_use_does_not()
    {
        var (_, door) = await demo.Browser(null).PageAsync("/sign-in");
        Assert.Equal(["orla", "jem", "sunny", "bea", "quill"], door.QuerySelectorAll("button[name=who]").Select(b => b.GetAttribute("value")));

        await LeadAsync();
        var stranger = empty.Browser(null);
        await stranger.SendAsync("/sign-in", "Demo", ("who", "ada"));
        Assert.Equal(HttpStatusCode.Redirect, (await stranger.PageAsync("/jobs")).Status);
    }
}
