using GentleMole.Store.Model;
using Microsoft.AspNetCore.Authorization;
using Microsoft.EntityFrameworkCore;
using System.Net;
using GentleMole.Web.Trust;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Microsoft.AspNetCore.Routing;
using Microsoft.Extensions.DependencyInjection;

namespace GentleMole.Web.Tests.Trust;

/// <summary>Every page, looked at and written to, by every role and by nobody.</summary>
public class AccessTests(MoleHost host) : IClassFixture<MoleHost>
{
    private static readonly Dictionary<string, string?> People = new()
    {
        ["lead"] = "orla", ["locator"] = "jem", ["office"] = "bea", ["reader"] = "quill", ["nobody"] = null,
    };

    public static TheoryData<string, string, string, string> Matrix => new()
    {
        // page, who may look, who may change
        { "/jobs", "lead locator office reader", "", "" },
        { "/jobs/new", "lead locator office", "lead locator office", "" },
        { "/jobs/2/notice", "lead locator office reader", "lead locator office", "Facts" },
        { "/jobs/2/notice", "lead locator office reader", "lead locator office", "Outline" },
        { "/jobs/2/outline", "lead locator office reader", "", "" },
        { "/jobs/2/records", "lead locator office reader", "lead locator office", "Ask" },
        { "/jobs/2/walk", "lead locator office reader", "lead locator", "Cautions" },
        { "/jobs/2/hookup", "lead locator office reader", "lead locator", "" },
        { "/jobs/2/trace", "lead locator office reader", "lead locator", "" },
        { "/jobs/2/marks", "lead locator office reader", "lead locator", "" },
        { "/jobs/2/paint", "lead locator office reader", "lead locator", "Ground" },
        { "/jobs/2/paint/card", "lead locator office reader", "", "" },
        { "/jobs/2/conflicts", "lead locator office reader", "lead locator", "" },
        { "/jobs/2/exposures", "lead locator office reader", "lead locator", "" },
        { "/jobs/2/handover", "lead locator office reader", "lead locator", "" },
        { "/jobs/2/handover/sheet", "lead locator office reader", "", "" },
        { "/jobs/2/log", "lead locator office reader", "", "" },
        { "/notices", "lead locator office", "lead office", "Mood" },
        { "/days", "lead locator office", "lead office", "Add" },
        { "/bench/pinpoint", "lead locator office reader", "lead locator office reader", "" },
        { "/firm", "lead locator office", "lead", "" },
        { "/places", "lead locator office", "lead", "Copy" },
        { "/year", "lead", "", "" },
        { "/year/2026.csv", "lead", "", "" },
        { "/truth", "lead locator office", "lead", "" },
        { "/owners", "lead locator office", "lead office", "" },
        { "/instruments", "lead locator office", "lead locator", "" },
        { "/guide", "lead locator office", "lead", "" },
        { "/account", "lead locator office reader", "lead locator office reader", "Others" },
        { "/security", "lead", "lead", "" },
        { "/people", "lead", "lead", "" },
        { "/tokens", "lead", "lead", "" },
        { "/log", "lead locator office", "", "" },
        { "/backup", "lead", "lead", "" },
    };

    [Fact]
    public void Every_page_on_which_things_are_entered_goes_through_the_one_filter()
    {
        // Doors, sums and what tells of an error keep nothing of a job or of the firm.
        string[] others = ["SignInPage", "SignOutPage", "UnitsPage", "ProblemPage", "ResetPage", "ConfirmPage"];
        var entering = typeof(Access).Assembly.GetTypes()
            .Where(t => t.IsSubclassOf(typeof(PageModel)) && !t.IsAbstract && t.Namespace != "GentleMole.Web.Bench" && !others.Contains(t.Name))
            .Where(t => t.GetMethods().Any(m => m.Name.StartsWith("OnPost", StringComparison.Ordinal) && !m.Name.Replace("Async", "", StringComparison.Ordinal).EndsWith("Judge", StringComparison.Ordinal)))
            .ToList();

        Assert.True(entering.Count > 12);
        Assert.All(entering, page => Assert.True(page.IsAssignableTo(typeof(IEntryPage)), page.Name));
    }

    [Theory]
    [InlineData("nonsense", "--Centre is 'nonsense'")]
    [InlineData("ftp://centre.example", "--Centre is 'ftp://centre.example'")]
    public void An_option_that_makes_no_sense_is_told_before_anything_is_begun(string centre, string said) =>
        Assert.Contains(said, Assert.Throws<IOException>(() => new Web.Setup.MoleOptions { Centre = centre }.Check()).Message, StringComparison.Ordinal);

    [Theory]
    [MemberData(nameof(Matrix))]
    public async Task Each_role_sees_and_changes_what_the_table_says(string path, string see, string change, string handler)
    {
        await GiveAsync(2);
        foreach (var (role, who) in People)
        {
            var browser = host.Browser(who);
            var looked = await browser.GetAsync(new Uri(path, UriKind.Relative));
            if (who is null)
            {
                Assert.Equal(HttpStatusCode.Redirect, looked.StatusCode);
                Assert.Contains("/sign-in", looked.Headers.Location!.ToString(), StringComparison.Ordinal);
            }
            else
            {
                Assert.True((looked.StatusCode == HttpStatusCode.OK) == see.Split(' ').Contains(role), $"{role} looks at {path}: {looked.StatusCode}");
            }

            // With a valid token of this very session: what stops it must be the role alone.
            var token = (await browser.PageAsync(who is null ? "/sign-in" : "/jobs")).Page.Token();
            var (sent, _) = await browser.PostFormAsync(Browsing.Target(path, handler), new() { ["__RequestVerificationToken"] = token, ["mood"] = "none" });
            var let = sent.StatusCode is not (HttpStatusCode.Forbidden or HttpStatusCode.MethodNotAllowed)
                && sent.Headers.Location?.ToString().Contains("/sign-in", StringComparison.Ordinal) != true;
            Assert.True(let == (change.Length > 0 && change.Split(' ').Contains(role)), $"{role} posts to {path}: {sent.StatusCode} {sent.Headers.Location}");
            Assert.NotEqual(HttpStatusCode.InternalServerError, sent.StatusCode);
        }
    }

    [Theory]
    [InlineData("/jobs/1/walk")]
    [InlineData("/jobs/1/notice")]
    [InlineData("/jobs/1/marks")]
    [InlineData("/jobs/1/hookup?line=2")]
    public async Task A_handler_that_is_none_is_no_way_past_the_table(string path)
    {
        var reader = host.Browser("quill");
        var before = await host.StoreAsync(db => db.Log.CountAsync());
        foreach (var handler in new[] { "Judge", "AnythingJudge", "anythingjudge", "Facts", "" })
        {
            var (sent, _) = await reader.SendAsync(path, handler, ("kind", "Chamber"), ("places", "1 1"), ("name", "put in past the table"));
            Assert.True(sent.StatusCode is HttpStatusCode.Forbidden or HttpStatusCode.MethodNotAllowed || !sent.IsSuccessStatusCode || handler.EndsWith("Judge", StringComparison.OrdinalIgnoreCase), $"{handler}: {sent.StatusCode}");
        }

        Assert.Equal(before, await host.StoreAsync(db => db.Log.CountAsync()));
    }

    [Fact]
    public void Every_page_stands_in_the_table_and_only_the_door_is_open()
    {
        var pages = host.Services.GetRequiredService<EndpointDataSource>().Endpoints
            .Select(e => (Endpoint: e, Page: e.Metadata.GetMetadata<PageActionDescriptor>()?.ViewEnginePath))
            .Where(e => e.Page is not null).DistinctBy(e => e.Page).ToList();

        Assert.True(pages.Count > 20);
        Assert.Equal(["/Frame/Problem", "/Stages/Dig/Dig", "/Trust/Reset", "/Trust/SignIn"], pages.Where(p => !Access.Pages.ContainsKey(p.Page!)).Select(p => p.Page).Order());
        Assert.All(Access.Pages.Values, a => Assert.All(a.Change, role => Assert.Contains(role, a.See)));
    }

    [Fact]
    public void Every_endpoint_stands_in_a_table_and_nothing_stands_there_for_nothing()
    {
        var names = host.Services.GetRequiredService<EndpointDataSource>().Endpoints.OfType<RouteEndpoint>()
            .Select(e => e.Metadata.GetMetadata<PageActionDescriptor>()?.ViewEnginePath ?? Access.NameOf(e.RoutePattern.RawText)).Distinct().ToList();

        Assert.True(names.Count > 60);
        Assert.Equal([], names.Where(n => Access.Entry(n) is null && !Access.IsOpen(n)));
        Assert.Equal([], names.Where(n => Access.Entry(n) is not null && Access.IsOpen(n)));
        Assert.Equal([], Access.Pages.Keys.Except(names));
        Assert.Equal([], Access.Open.Keys.Where(o => o != "/api/v1/").Except(names));

        // Everything of the API asks for a scope, and everything else that is open asks for nobody.
        Assert.All(host.Services.GetRequiredService<EndpointDataSource>().Endpoints.OfType<RouteEndpoint>().Where(e => Access.NameOf(e.RoutePattern.RawText).StartsWith("/api/", StringComparison.Ordinal)),
            e => Assert.Contains(e.Metadata.GetOrderedMetadata<IAuthorizeData>(), a => a.Policy is ApiScopes.Read or ApiScopes.Send or ApiScopes.Change));
    }

    [Theory]
    [InlineData("/jobs/1/files/geojson")]
    [InlineData("/jobs/1/files/csv")]
    [InlineData("/notices/calendar.ics")]
    [InlineData("/backup/mole-2026-11-23-103000.zip")]
    [InlineData("/jobs/1/photos/6f9619ff-8b86-4d01-b42d-00cf4fc964ff")]
    public async Task Files_need_a_session_too(string path)
    {
        Assert.Equal(HttpStatusCode.Redirect, (await host.Browser(null).GetAsync(new Uri(path, UriKind.Relative))).StatusCode);
        Assert.Equal(HttpStatusCode.Redirect, (await host.Device().GetAsync(new Uri(path, UriKind.Relative))).StatusCode);
    }

    [Fact]
    public async Task A_session_does_not_open_the_api_and_a_token_opens_no_page()
    {
        Assert.Equal(HttpStatusCode.Unauthorized, (await host.Browser().GetAsync(new Uri("/api/v1/jobs", UriKind.Relative))).StatusCode);
        Assert.Equal(HttpStatusCode.Redirect, (await host.Device().GetAsync(new Uri("/jobs", UriKind.Relative))).StatusCode);
    }

    [Fact]
    public async Task The_reader_sees_the_stages_without_their_buttons()
    {
        var (_, page) = await host.Browser("quill").PageAsync("/jobs/1/trace");

        Assert.NotNull(page.QuerySelector(".panel fieldset[disabled]"));
    }

    private Task<int> GiveAsync(int job) => host.StoreAsync(async db =>
    {
        var reader = await db.Users.Where(u => u.UserName == "quill").Select(u => u.Id).SingleAsync();
        if (!await db.Grants.AnyAsync(g => g.JobId == job && g.PersonId == reader))
        {
            db.Grants.Add(new JobGrant { JobId = job, PersonId = reader });
        }

        return await db.SaveChangesAsync();
    });

    [Fact]
    public void The_roles_of_the_demo_are_those_of_the_table() =>
        Assert.Equal(Enum.GetNames<Role>().Select(r => r.ToLowerInvariant()).Order(), People.Keys.Where(k => k != "nobody").Order());
}
