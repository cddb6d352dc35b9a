using System.Net;
using GentleMole.Core.Lines;
using GentleMole.Core.Paint;
using GentleMole.Exchange.Scenes;
using Microsoft.EntityFrameworkCore;

namespace GentleMole.Web.Tests.Firm;

/// <summary>Places and their customs: copied, edited, worked by; colours and words go with them.</summary>
public class PlacesTests(MoleHost host) : IClassFixture<MoleHost>
{
    private readonly HttpClient _lead = host.Browser("orla");

    private static (string, string)[] Form(params (string Name, string Value)[] other)
    {
        var fields = new Dictionary<string, string> { ["name"] = "Gullholm", ["units"] = "FeetInches", ["tolerance"] = "0.45", ["school"] = "Peak", ["dash"] = "0.4", ["gap"] = "1.5", ["label"] = "12" };
        foreach (var kind in Utilities.All)
        {
            (fields[PaintCustom.ColourField(kind)], fields[PaintCustom.LetterField(kind)]) = (PaintCustom.Shipped[0].ColourOf(kind).ToString(), PaintCustom.Shipped[0].LetterOf(kind));
        }

        foreach (var (name, value) in other)
        {
            fields[name] = value;
        }

        return [.. fields.Select(f => (f.Key, f.Value))];
    }

    private async Task<string> CopyAsync()
    {
        var (answer, _) = await _lead.SendAsync("/places", "Copy", ("of", "Upper Skerry"));
        Assert.Equal(HttpStatusCode.Redirect, answer.StatusCode);
        return answer.Headers.Location!.ToString();
    }

    private static string Number(string path) => path.Split('=')[1];

    [Fact]
    public async Task A_copy_is_edited_worked_by_and_colours_letters_and_units_of_drawings_follow()
    {
        var path = await CopyAsync();
        var (_, page) = await _lead.PageAsync(path);
        Assert.Equal("Upper Skerry, ours", page.QuerySelector("#f-name")!.GetAttribute("value"));
        Assert.Equal("Brown", page.QuerySelector("#f-colourSewer option[selected]")!.GetAttribute("value"));

        var (answer, refused) = await _lead.SendAsync(path, "", Form(("colourWater", "Purple"), ("colourReclaimed", "Blue"), ("letterWater", "dw")));
        Assert.True(answer.StatusCode == HttpStatusCode.Redirect, refused.QuerySelector("main")?.TextContent);
        Assert.Equal(HttpStatusCode.Redirect, (await _lead.SendAsync("/places", "Use", ("of", Number(path)))).Response.StatusCode);

        var sheet = await host.SheetAsync(1);
        Assert.Equal((0.45, Core.Marking.MarkSchool.Peak, "Gullholm"), (sheet.Firm.ToleranceMetres, sheet.Firm.School, sheet.Firm.PlaceName));
        Assert.Contains(".paint-water { --paint: var(--can-purple)", await (await host.Browser(null).GetAsync(new Uri("/place.css", UriKind.Relative))).Content.ReadAsStringAsync(), StringComparison.Ordinal);
        var drawing = await (await host.Browser("jem").GetAsync(new Uri("/jobs/1/handover?handler=Drawing", UriKind.Relative))).Content.ReadAsStringAsync();
        Assert.Contains(Tints.Can(PaintColour.Purple), drawing, StringComparison.Ordinal);
        Assert.DoesNotContain(Tints.Can(PaintColour.Blue), drawing, StringComparison.Ordinal);
        var label = (await host.Browser("jem").PageAsync("/jobs/1/marks?line=1")).Page.QuerySelector(".label-painted")!.TextContent;
        Assert.StartsWith("DW  PW  ", label, StringComparison.Ordinal);
        Assert.Contains("\"", label, StringComparison.Ordinal);
        Assert.Contains("purple: Pellow Water", (await host.Browser("jem").PageAsync("/jobs/1/paint")).Page.QuerySelector("main")!.TextContent, StringComparison.Ordinal);

        // The one that is worked by is not taken away; after another was chosen it may be.
        var (_, stays) = await _lead.SendAsync(path, "Remove");
        Assert.Contains("The firm works by this place", stays.Complaint("name"), StringComparison.Ordinal);
        await _lead.SendAsync("/places", "Use", ("of", "Pellow Bay"));
        Assert.Contains("--can-blue", (await (await host.Browser(null).GetAsync(new Uri("/place.css", UriKind.Relative))).Content.ReadAsStringAsync()).Split('\n').Single(l => l.StartsWith(".paint-water", StringComparison.Ordinal)), StringComparison.Ordinal);
        Assert.Equal(0.5, (await host.SheetAsync(1)).Firm.ToleranceMetres);
        Assert.Equal(HttpStatusCode.Redirect, (await _lead.SendAsync(path, "Remove")).Response.StatusCode);
        Assert.Equal(HttpStatusCode.NotFound, (await _lead.PageAsync(path)).Status);
        Assert.Equal(3, await host.StoreAsync(db => db.Log.CountAsync(e => e.Subject == "PlaceCustom:" + Number(path))));
    }

    [Theory]
    [InlineData("name", "name", " ")]
    [InlineData("name", "name", "Hatherley County")]
    [InlineData("tolerance", "tolerance", "1e300")]
    [InlineData("tolerance", "tolerance", "wide")]
    [InlineData("dash", "dash", "5e-324")]
    [InlineData("gap", "gap", "-1")]
    [InlineData("label", "label", "")]
    [InlineData("letterGas", "letterGas", "")]
    [InlineData("letterGas", "letterGas", "<b>")]
    [InlineData("letterGas", "letterGas", "GASLIGHT")]
    [InlineData("letterElectric", "letterGas", "e")]
    [InlineData("colourGas", "colourGas", "White")]
    public async Task Nonsense_is_told_at_its_field_and_nothing_is_kept(string field, string name, string value)
    {
        var path = await CopyAsync();
        var before = await host.StoreAsync(db => db.Places.AsNoTracking().SingleAsync(p => p.Id == int.Parse(Number(path))));
        var (answer, page) = await _lead.SendAsync(path, "", Form(("name", "Nowhere " + Number(path)), (name, value)));
        Assert.Equal(HttpStatusCode.OK, answer.StatusCode);
        Assert.NotNull(page.Complaint(field));
        Assert.Equal(before.Name, await host.StoreAsync(db => db.Places.Where(p => p.Id == before.Id).Select(p => p.Name).SingleAsync()));
        await _lead.SendAsync(path, "Remove");
    }

    [Fact]
    public async Task Only_the_lead_changes_places_and_what_is_not_there_is_said()
    {
        foreach (var who in new[] { "jem", "bea", "quill" })
        {
            await host.Browser(who).SendAsync("/places", "Copy", ("of", "Upper Skerry"));
            await host.Browser(who).SendAsync("/places", "Use", ("of", "Upper Skerry"));
        }

        Assert.Equal("Pellow Bay", (await host.SheetAsync(1)).Custom.Name);
        foreach (var (handler, of) in new[] { ("Copy", "Nowhere"), ("Use", "4711"), ("Use", "") })
        {
            Assert.Equal(HttpStatusCode.NotFound, (await _lead.SendAsync("/places", handler, ("of", of))).Response.StatusCode);
        }

        Assert.Equal(HttpStatusCode.NotFound, (await _lead.PageAsync("/places?place=4711")).Status);
    }

    [Fact]
    public async Task What_no_rule_would_have_let_in_is_not_worked_by()
    {
        var path = await CopyAsync();
        await _lead.SendAsync("/places", "Use", ("of", Number(path)));
        var id = int.Parse(Number(path));
        await host.StoreAsync(db => db.Places.Where(p => p.Id == id).ExecuteUpdateAsync(p => p.SetProperty(x => x.DashMetres, 1e-10).SetProperty(x => x.GapMetres, 5e-324)));
        var (status, page) = await host.Browser("jem").PageAsync("/jobs/2/paint");
        Assert.Equal(HttpStatusCode.OK, status);
        Assert.Contains("by the custom of Pellow Bay", page.QuerySelector(".panel-title")!.TextContent, StringComparison.Ordinal);
        await _lead.SendAsync("/places", "Use", ("of", "Pellow Bay"));
        await _lead.SendAsync(path, "Remove");
    }

    [Fact]
    public async Task The_style_of_the_place_is_not_sent_again_while_it_stays()
    {
        var browser = host.Browser(null);
        var first = await browser.GetAsync(new Uri("/place.css", UriKind.Relative));
        Assert.Equal("text/css", first.Content.Headers.ContentType!.MediaType);
        using var again = new HttpRequestMessage(HttpMethod.Get, "/place.css");
        again.Headers.IfNoneMatch.Add(first.Headers.ETag!);
        Assert.Equal(HttpStatusCode.NotModified, (await browser.SendAsync(again)).StatusCode);
    }
}
