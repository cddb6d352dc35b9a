using System.Net;
using GentleMole.Store.Model;
using GentleMole.Web.Trust;
using Microsoft.EntityFrameworkCore;
using Microsoft.Extensions.DependencyInjection;

namespace GentleMole.Web.Tests.Trust;

/// <summary>What happens at the doors is noted, once for the same over and over, and without what strangers type.</summary>
public class SecurityBookTests(MoleHost host) : IClassFixture<MoleHost>
{
    private async Task<List<SecurityEvent>> EventsAsync()
    {
        await host.Services.GetRequiredService<SecurityBook>().FlushAsync(default);
        return await host.StoreAsync(db => db.SecurityEvents.AsNoTracking().OrderBy(e => e.Id).ToListAsync());
    }

    [Fact]
    public async Task Knocking_refusals_tokens_and_backups_are_noted_with_who_and_where()
    {
        for (var i = 0; i < 3; i++)
        {
            await host.Browser(null).SendAsync("/sign-in", "", ("name", "my-secret-pass-phrase"), ("password", "typed wrongly"));
        }

        await host.Browser("quill").GetAsync(new Uri("/people", UriKind.Relative));
        await host.Device("mole_guess").GetAsync(new Uri("/api/v1/jobs", UriKind.Relative));
        var lead = host.Browser("orla");
        var read = (await lead.SendAsync("/tokens", "", ("name", "looks only"), ("scope", "Read"))).Page.QuerySelector("[data-token]")!.TextContent;
        await host.Device(read).PostTextAsync("/api/v1/jobs", "{\"name\":\"x\"}");
        await lead.SendAsync("/backup", "");
        var name = (await lead.PageAsync("/backup")).Page.QuerySelector("a[download]")!.GetAttribute("href")!;
        await lead.GetAsync(new Uri(name, UriKind.Relative));
        var person = await host.StoreAsync(async db => (await db.Users.SingleAsync(u => u.UserName == "sunny")).Id);
        await lead.SendAsync("/people?who=" + person, "Link");
        // The page shows what happened until this very moment, also what was not written down yet.
        Assert.Contains("made a link for a new password", (await lead.PageAsync("/security")).Page.QuerySelector("table")!.TextContent, StringComparison.Ordinal);
        var all = await EventsAsync();

        SecurityEvent One(SecurityEventKind kind) => Assert.Single(all, e => e.Kind == kind);
        Assert.Equal((3, ""), (One(SecurityEventKind.SignInFailed).Times, One(SecurityEventKind.SignInFailed).Who));
        Assert.Equal(("R. Quill, who digs", "/people"), (One(SecurityEventKind.RefusedByRole).Who, One(SecurityEventKind.RefusedByRole).About));
        Assert.Equal("/api/v1/jobs", One(SecurityEventKind.TokenRefused).About);
        Assert.Equal("token looks only", One(SecurityEventKind.TokenOutOfScope).Who);
        Assert.EndsWith(One(SecurityEventKind.BackupTaken).About, name, StringComparison.Ordinal);
        Assert.Equal("for Sunny Adeyo", One(SecurityEventKind.ResetMade).About);
        Assert.All(all, e => Assert.DoesNotContain("secret", e.Who + e.WhoId + e.About, StringComparison.Ordinal));
        Assert.All(all, e => Assert.DoesNotContain(read, e.Who + e.WhoId + e.About, StringComparison.Ordinal));

        var (_, page) = await lead.PageAsync("/security?trouble=true");
        Assert.Contains("wrong password at the door", page.QuerySelector("table")!.TextContent, StringComparison.Ordinal);
        Assert.DoesNotContain("took a backup away", page.QuerySelector("table")!.TextContent, StringComparison.Ordinal);
        Assert.Equal(HttpStatusCode.Forbidden, (await host.Browser("jem").GetAsync(new Uri("/security", UriKind.Relative))).StatusCode);
    }

    [Fact]
    public async Task More_than_a_firm_allows_is_not_laid_in_and_that_is_said_at_the_field()
    {
        var lead = host.Browser("orla");
        var (_, wrong) = await lead.SendAsync("/security", "", ("jobMegabytes", "50"), ("firmMegabytes", "20"));
        Assert.NotNull(wrong.Complaint("jobMegabytes"));
        await lead.SendAsync("/security", "", ("jobMegabytes", "1"), ("firmMegabytes", "20"));
        try
        {
            var photo = GentleMole.Exchange.Tests.MadeUpPhoto.Jpeg(49.73, -7.41);
            byte[] large = [.. photo[..^2], .. new byte[1_200_000], 0xff, 0xd9];
            var jem = host.Browser("jem");
            await MoleHost.AcceptCautionsAsync(jem, 2);
            var (_, refused) = await jem.SendFileAsync("/jobs/2/walk", "", ("photo", "wall.jpg", large), ("kind", "Chamber"), ("places", "1 1"));
            var (_, drawing) = await host.Browser("bea").SendFileAsync("/jobs/2/records", "Upload", ("file", "plan.dxf", new byte[1_200_000]));

            Assert.Contains("1 MB is the most", refused.Complaint("photo"), StringComparison.Ordinal);
            Assert.Contains("1 MB is the most", drawing.Complaint("file"), StringComparison.Ordinal);
        }
        finally
        {
            await lead.SendAsync("/security", "", ("jobMegabytes", "500"), ("firmMegabytes", "20000"));
        }
    }
}
