using System.Globalization;
using System.Net;
using System.Text.Json;
using AngleSharp.Html.Dom;
using GentleMole.Core.Bodies;
using GentleMole.Core.Site;
using GentleMole.Store.Model;
using GentleMole.Web.Drawing;
using Microsoft.EntityFrameworkCore;

namespace GentleMole.Web.Tests.Stages;

/// <summary>Bodies under a grid: told, decided, settled, handed over and taken away; and jobs that seek no utility.</summary>
public class BodiesStageTests(MoleHost host) : IClassFixture<MoleHost>
{
    private const string Yard = "/jobs/5/radar/bodies";

    private readonly HttpClient _locator = host.Browser("jem");

    private async Task<IHtmlDocument> OpenAsync(string path)
    {
        var (status, page) = await _locator.PageAsync(path);
        Assert.Equal(HttpStatusCode.OK, status);
        return page;
    }

    private static string Text(AngleSharp.Dom.IParentNode page, string of) => page.QuerySelector(of)!.TextContent.Replace('\u00a0', ' ');

    private async Task<IHtmlDocument> BodiesAsync(string path)
    {
        for (var i = 0; i < 400; i++)
        {
            var page = await OpenAsync(path);
            if (!Text(page, ".verdict-say").StartsWith("Looking through", StringComparison.Ordinal))
            {
                return page;
            }

            await Task.Delay(250);
        }

        throw new TimeoutException("The profiles of the yard are still being looked through.");
    }

    private Task<List<FoundBody>> FoundAsync() => host.StoreAsync(db => db.Bodies.AsNoTracking().Where(b => b.JobId == 5).OrderBy(b => b.Number).ToListAsync());

    /// <summary>Numbers of the bodies with how they are called.</summary>
    private static Dictionary<int, string> Called(IHtmlDocument page) => page.QuerySelectorAll("[id^=body-]").ToDictionary(
        b => int.Parse(b.Id!["body-".Length..], CultureInfo.InvariantCulture), b => b.TextContent.Replace('\u00a0', ' '));

    [Fact]
    public async Task Bodies_are_told_decided_settled_handed_over_and_exported()
    {
        var page = await BodiesAsync(Yard);
        Assert.Contains("6 bodies under 26 lines", Text(page, ".verdict-say"), StringComparison.Ordinal);
        Assert.Contains("Layers all along: at 0.5", Text(page, ".verdict-why").Replace("0.48", "0.5", StringComparison.Ordinal).Replace("0.49", "0.5", StringComparison.Ordinal), StringComparison.Ordinal);
        Assert.Contains("of one shape lie along 8", Text(page, ".verdict-why"), StringComparison.Ordinal);
        Assert.Contains("People rest here", page.Body!.TextContent, StringComparison.Ordinal);
        var called = Called(page);
        Assert.Equal(5, called.Values.Count(c => c.Contains("shape of a grave", StringComparison.Ordinal)));
        Assert.Equal(6, page.QuerySelectorAll(".plan [data-layer=bodies] polygon").Length);

        var number = called.First(c => c.Value.Contains("shape of a grave", StringComparison.Ordinal)).Key;
        var chosen = await BodiesAsync($"{Yard}?body={number}");
        var key = chosen.QuerySelector("input[name=key]")!.GetAttribute("value")!;
        Assert.Contains("Layers: broken over it", chosen.Body!.TextContent, StringComparison.Ordinal);
        Assert.NotNull(chosen.QuerySelector(".cut-drawing .cut-body"));

        // What is wrong is said; what is not there is not decided.
        var (_, why) = await _locator.SendAsync($"{Yard}?body={number}", "Found", ("key", key), ("becomes", "Nothing"));
        Assert.NotNull(why.QuerySelector("#f-bodyNote.is-invalid"));
        var (_, gone) = await _locator.SendAsync($"{Yard}?body={number}", "Found", ("key", "99 99"), ("becomes", "Grave"));
        Assert.Contains("changed since", gone.Body!.TextContent, StringComparison.Ordinal);
        var (_, odd) = await _locator.SendAsync($"{Yard}?body={number}", "Found", ("key", key), ("becomes", "Treasure"));
        Assert.NotNull(odd.QuerySelector("#f-becomes.is-invalid"));
        Assert.Empty(await FoundAsync());

        var (answer, _) = await _locator.SendAsync($"{Yard}?body={number}", "Found", ("key", key), ("becomes", "Unknown"), ("step", "AskKeeper"), ("bodyNote", "trustees will look"));
        Assert.Equal(HttpStatusCode.Redirect, answer.StatusCode);
        var body = Assert.Single(await FoundAsync());
        Assert.Equal((number, BodyKind.Grave, BodyKind.Unknown, true), (body.Number, body.Guess, body.Becomes, body.IsUnsettled));
        Assert.InRange(body.LengthMetres, 1.6, 2.3);
        Assert.InRange(body.WidthMetres, 0.45, 0.9);
        Assert.Equal(4, body.Outline.Count);

        // The others keep their numbers.
        var after = await BodiesAsync(Yard);
        Assert.Equal(called.Keys.Order(), Called(after).Keys.Order());
        Assert.Contains("5 to be said", Text(after, ".verdict-say"), StringComparison.Ordinal);

        var sheet = (await OpenAsync("/jobs/5/handover/sheet")).Body!.TextContent;
        Assert.Contains($"Body {number},", sheet, StringComparison.Ordinal);
        Assert.Contains("ask those who keep the ground", sheet, StringComparison.Ordinal);
        Assert.Contains("treated as one until", sheet, StringComparison.Ordinal);
        Assert.DoesNotContain("Every utility on the notice", sheet, StringComparison.Ordinal);
        var json = JsonDocument.Parse(await _locator.GetStringAsync(new Uri("/jobs/5/files/geojson", UriKind.Relative)));
        var feature = json.RootElement.GetProperty("features").EnumerateArray().Single(f => f.GetProperty("properties").TryGetProperty("lengthUncertaintyMetres", out _));
        Assert.Equal("Polygon", feature.GetProperty("geometry").GetProperty("type").GetString());
        Assert.Equal(("unknown", "grave-like"), (feature.GetProperty("properties").GetProperty("is").GetString(), feature.GetProperty("properties").GetProperty("guess").GetString()));
        foreach (var format in new[] { "gpkg", "dxf", "kml" })
        {
            Assert.Equal(HttpStatusCode.OK, (await _locator.GetAsync(new Uri($"/jobs/5/files/{format}", UriKind.Relative))).StatusCode);
        }

        var (_, empty) = await _locator.SendAsync(Yard, "Settled", ("found", body.Id.ToString(CultureInfo.InvariantCulture)), ("outcome", ""));
        Assert.NotNull(empty.QuerySelector("[name=outcome].is-invalid"));
        await _locator.SendAsync(Yard, "Settled", ("found", body.Id.ToString(CultureInfo.InvariantCulture)), ("outcome", "in a book of 1871"));
        Assert.False(Assert.Single(await FoundAsync()).IsUnsettled);
        Assert.DoesNotContain("is not known, its top", (await OpenAsync("/jobs/5/handover/sheet")).Body!.TextContent, StringComparison.Ordinal);

        // A job that seeks no utility goes out without one.
        Assert.Contains("It can go out", Text(await OpenAsync("/jobs/5/handover"), ".verdict-say"), StringComparison.Ordinal);
        await _locator.SendAsync("/jobs/5/handover", "");
        Assert.NotNull(await host.StoreAsync(db => db.Jobs.Where(j => j.Id == 5).Select(j => j.HandedOverAt).SingleAsync()));
    }

    [Fact]
    public async Task A_hollow_under_a_yard_of_pipes_is_the_only_body_and_its_room_is_told()
    {
        var page = await BodiesAsync("/jobs/4/radar/bodies");
        var told = Assert.Single(Called(page));
        Assert.Contains("likely a hollow", told.Value, StringComparison.Ordinal);
        Assert.Contains("m³", told.Value, StringComparison.Ordinal);
        Assert.DoesNotContain("People rest here", page.Body!.TextContent, StringComparison.Ordinal);
    }

    [Fact]
    public async Task A_job_that_seeks_hollows_is_not_ready_before_its_ground_was_walked_and_its_profiles_read()
    {
        var notice = await OpenAsync("/jobs/2/notice");
        var form = notice.QuerySelector("form[action*='handler=Facts'], form:has([name=sought])")!;
        var typed = form.QuerySelectorAll("input[name],select[name]").Where(e => e.GetAttribute("type") is not "hidden" and not "checkbox")
            .Select(e => (e.GetAttribute("name")!, e is IHtmlSelectElement select ? select.Value ?? "" : e.GetAttribute("value") ?? "")).Where(e => e.Item1 != "sought").ToList();
        await _locator.SendAsync("/jobs/2/notice", "Facts", [.. typed, ("sought", "Voids")]);

        // What utilities the notice names are answered for all the same.
        Assert.Contains("every utility on the notice needs an answer", Text(await OpenAsync("/jobs/2/handover"), ".verdict-say"), StringComparison.Ordinal);
        await host.StoreAsync(db => db.Lines.Where(l => l.JobId == 2).ExecuteDeleteAsync());
        await _locator.SendAsync("/jobs/2/notice", "Facts", [.. typed, ("sought", "Voids"), ("purpose", "hollows only")]);
        var page = await OpenAsync("/jobs/2/handover");
        Assert.Contains("no ground was walked yet", Text(page, ".verdict-say"), StringComparison.Ordinal);
        await _locator.SendAsync("/jobs/2/handover", "");
        Assert.Null(await host.StoreAsync(db => db.Jobs.Where(j => j.Id == 2).Select(j => j.HandedOverAt).SingleAsync()));
    }

    [Fact]
    public void A_cut_goes_over_a_body_where_its_outline_lies()
    {
        var body = new FoundBody { Outline = [new(0, 0), new(2, 0), new(2, 1), new(0, 1)], LengthMetres = 2, WidthMetres = 1, BearingDegrees = 90, CoverMetres = 0.5, CoverHalfMetres = 0.1 };
        var crossing = Assert.Single(BodyCrossing.Of(body, new Run([new(-1, 0.5), new(5, 0.5)])));
        Assert.Equal((1, 3), (crossing.From, crossing.To), (a, b) => Math.Abs(a.Item1 - b.Item1) < 1e-9 && Math.Abs(a.Item2 - b.Item2) < 1e-9);
        Assert.Empty(BodyCrossing.Of(body, new Run([new(-1, 3), new(5, 3)])));
        body.IsNothing = true;
        Assert.Empty(BodyCrossing.Of(body, new Run([new(-1, 0.5), new(5, 0.5)])));
    }
}
