using System.Net;
using System.Text;
using GentleMole.Core.Site;
using GentleMole.Exchange;
using GentleMole.Store.Model;
using Microsoft.EntityFrameworkCore;

namespace GentleMole.Web.Tests.Stages;

public class RecordsTests(MoleHost host) : IClassFixture<MoleHost>
{
    private readonly HttpClient _office = host.Browser("bea");

    private Task<List<RecordLine>> RecordsAsync(int job) => host.StoreAsync(db => db.Records.Where(r => r.JobId == job).OrderBy(r => r.Id).ToListAsync());

    private async Task<string> UploadAsync(int job, string name, byte[] content)
    {
        var (response, page) = await _office.SendFileAsync($"/jobs/{job}/records", "Upload", ("file", name, content));
        Assert.True(response.StatusCode == HttpStatusCode.Redirect, page.QuerySelector(".invalid-feedback")?.TextContent);
        return response.Headers.Location!.ToString();
    }

    [Fact]
    public async Task An_owner_with_two_sheets_is_open_until_both_are_here()
    {
        string State(AngleSharp.Html.Dom.IHtmlDocument page) => page.QuerySelectorAll(".asked").Single(a => a.TextContent.Contains("Lanternet", StringComparison.Ordinal) && a.QuerySelector("a")!.TextContent.Trim() == "Open").QuerySelector("small")!.TextContent;
        var path = "/jobs/1/records?owner=Lanternet";
        var (_, before) = await _office.PageAsync(path);
        Assert.Contains("distribution still missing", State(before), StringComparison.Ordinal);

        var (_, bare) = await _office.SendAsync(path, "Sheet", ("sheetName", "distribution"), ("receivedOn", "2026-11-23"), ("dated", "2027-01-01"));
        await _office.SendAsync(path, "Sheet", ("sheetName", "distribution"), ("reference", "LT-77-D"));

        Assert.NotNull(bare.Complaint("reference"));
        Assert.NotNull(bare.Complaint("dated"));
        Assert.StartsWith("complete", State((await _office.PageAsync(path)).Page), StringComparison.Ordinal);
    }

    [Fact]
    public async Task Geojson_is_looked_at_then_taken_over_onto_the_right_place()
    {
        var origin = await host.StoreAsync(async db => (await db.Jobs.SingleAsync(j => j.Id == 3)).Origin);
        using var stream = new MemoryStream();
        GeoJsonWriter.Write(new ExportSheet("x", origin, false,
            [new("main", ExportShape.Line, [new(1, 2), new(30, 18)], [new("utility", "water")]), new("note", ExportShape.Point, [new(3, 3)], [])]), stream);
        var before = await RecordsAsync(3);

        var look = await UploadAsync(3, "water.geojson", stream.ToArray());
        var (_, page) = await _office.PageAsync(look);
        Assert.Single(page.QuerySelectorAll(".preview"));
        Assert.Equal(before.Count, (await RecordsAsync(3)).Count);

        var (_, nobody) = await _office.SendAsync(look, "Import", ("frame", "File"), ("layer0", "main water"), ("as0", "Water"), ("changeWhy", "late plan"));
        Assert.NotNull(nobody.Complaint("importOwner"));
        var (taken, _) = await _office.SendAsync(look, "Import", ("frame", "File"), ("layer0", "main water"), ("as0", "Water"), ("layer1", "note"), ("as1", ""),
            ("importOwner", "Pellow Water"), ("importDoubt", "0.8"), ("importReference", "PW 9"), ("changeWhy", "late plan"));

        Assert.Equal(HttpStatusCode.Redirect, taken.StatusCode);
        var line = (await RecordsAsync(3)).Except(before, Comparer).Single();
        Assert.InRange(line.Points[1].DistanceTo(new SitePoint(30, 18)), 0, 0.002);
        Assert.Equal(("Pellow Water", 0.8, "water.geojson, layer main water, PW 9"), (line.Owner, line.DoubtMetres, line.Source));
        Assert.Equal(HttpStatusCode.NotFound, (await _office.SendAsync(look, "Import", ("importOwner", "x"), ("changeWhy", "again"))).Response.StatusCode);
    }

    [Fact]
    public async Task A_dxf_in_its_own_grid_is_fitted_by_two_points_and_tells_what_is_left_over()
    {
        var text = "0\nSECTION\n2\nENTITIES\n0\nLINE\n8\nGAS MAIN\n10\n1000\n20\n500\n11\n1020\n21\n500\n0\nENDSEC\n0\nEOF\n";
        var look = await UploadAsync(2, "gas.dxf", Encoding.ASCII.GetBytes(text));

        var (_, fit) = await _office.SendAsync(look, "PreviewJudge", ("frame", "Points"), ("pairs", "1000 500 5 5\n1020 500 5 25.3"));
        Assert.Contains("Left over: 0.15 m, 0.15 m", fit.QuerySelector(".alert-light")!.TextContent, StringComparison.Ordinal);
        var (_, one) = await _office.SendAsync(look, "PreviewJudge", ("frame", "Points"), ("pairs", "1000 500 5 5"));
        Assert.Contains("two different points", one.QuerySelector(".verdict-why")!.TextContent, StringComparison.Ordinal);
        var (_, bad) = await _office.SendAsync(look, "PreviewJudge", ("frame", "Points"), ("pairs", "here and there"));
        Assert.NotNull(bad.Complaint("pairs"));

        await _office.SendAsync(look, "Import", ("frame", "Points"), ("pairs", "1000 500 5 5\n1020 500 5 25"), ("layer0", "GAS MAIN"), ("as0", "Gas"), ("importOwner", "Tamsin Gas"));
        var line = (await RecordsAsync(2)).Single(r => r.Owner == "Tamsin Gas");
        Assert.InRange(line.Points[1].DistanceTo(new SitePoint(5, 25)), 0, 1e-6);
    }

    [Theory]
    [InlineData("5 25.3", "0.1 m", 0.15)]
    [InlineData("5 25.3", "2.5 m", 2.5)]
    [InlineData("5 25", "0.3 m", 0.3)]
    public async Task What_is_left_over_of_a_fit_is_the_least_doubt_of_its_lines(string second, string said, double doubt)
    {
        var text = "0\nSECTION\n2\nENTITIES\n0\nLINE\n8\nWATER MAIN\n10\n1000\n20\n500\n11\n1020\n21\n500\n0\nENDSEC\n0\nEOF\n";
        var name = $"fit {second} {said}.dxf";
        var look = await UploadAsync(2, name, Encoding.ASCII.GetBytes(text));

        await _office.SendAsync(look, "Import", ("frame", "Points"), ("pairs", "1000 500 5 5\n1020 500 " + second), ("layer0", "WATER MAIN"), ("as0", "Water"), ("importOwner", "Pellow Water"), ("importDoubt", said));

        Assert.Equal(doubt, (await RecordsAsync(2)).Single(r => r.Source.StartsWith(name, StringComparison.Ordinal)).DoubtMetres, 3);
    }

    [Fact]
    public async Task Of_a_drawing_of_the_whole_town_only_what_lies_near_is_taken_unless_all_is_wanted()
    {
        var text = "0\nSECTION\n2\nENTITIES\n0\nLINE\n8\nGAS\n10\n-900\n20\n10\n11\n900\n21\n10\n0\nLINE\n8\nGAS\n10\n700\n20\n10\n11\n900\n21\n10\n0\nENDSEC\n0\nEOF\n";
        var job = (await (await host.Device().PostTextAsync("/api/v1/jobs", "{\"name\":\"Near and far\"}")).JsonAsync()).GetProperty("id").GetInt32();
        await _office.SendAsync($"/jobs/{job}/notice", "Dig", ("corners", "0 0\n20 0\n20 20"));
        (string, string)[] taken = [("frame", "Site"), ("layer0", "GAS"), ("as0", "Gas"), ("importOwner", "Tamsin Gas")];

        await _office.SendAsync(await UploadAsync(job, "town.dxf", Encoding.ASCII.GetBytes(text)), "Import", taken);
        var near = await RecordsAsync(job);
        await _office.SendAsync(await UploadAsync(job, "town.dxf", Encoding.ASCII.GetBytes(text)), "Import", [.. taken, ("all", "yes")]);

        Assert.Equal([new SitePoint(-100, 10), new SitePoint(120, 10)], Assert.Single(near).Points);
        Assert.Equal(3, (await RecordsAsync(job)).Count);
    }

    [Fact]
    public async Task A_drawing_of_somewhere_else_is_told_how_far_off_it_is()
    {
        var look = await UploadAsync(1, "far.kml", Encoding.UTF8.GetBytes(
            "<kml><Placemark><LineString><coordinates>2.35,48.85 2.36,48.86</coordinates></LineString></Placemark></kml>"));
        var (_, page) = await _office.PageAsync(look);
        var (taken, _) = await _office.SendAsync(look, "Import", ("frame", "File"), ("layer0", "kml"), ("as0", "Water"), ("importOwner", "x"));

        Assert.Contains("km from the site", page.QuerySelector(".verdict-why")!.TextContent, StringComparison.Ordinal);
        Assert.Equal(HttpStatusCode.OK, taken.StatusCode);
        Assert.DoesNotContain(await RecordsAsync(1), r => r.Source.StartsWith("far.kml", StringComparison.Ordinal));
    }

    [Theory]
    [InlineData("plan.dxf", "not a drawing")]
    [InlineData("plan.gpkg", "SQLite format 3\0 rubbish rubbish rubbish")]
    [InlineData("plan.kml", "<kml><Placemark>")]
    [InlineData("", "")]
    public async Task A_bad_file_gets_its_sentence_and_changes_nothing(string name, string content)
    {
        var before = (await host.StoreAsync(db => db.Log.CountAsync()), (await RecordsAsync(1)).Count);
        var (response, page) = name.Length == 0
            ? await _office.SendAsync("/jobs/1/records", "Upload")
            : await _office.SendFileAsync("/jobs/1/records", "Upload", ("file", name, Encoding.Latin1.GetBytes(content)));

        Assert.Equal(HttpStatusCode.OK, response.StatusCode);
        Assert.NotEmpty(page.QuerySelector(".invalid-feedback")!.TextContent);
        Assert.Equal(before, (await host.StoreAsync(db => db.Log.CountAsync()), (await RecordsAsync(1)).Count));
    }

    [Fact]
    public async Task Cover_over_offset_from_the_kerb_makes_a_line_with_its_depth()
    {
        var kerb = await host.StoreAsync(async db => (await db.Features.SingleAsync(f => f.JobId == 1 && f.Name == "kerb")).Id);
        (string, string)[] line = [("kind", "Gas"), ("lineOwner", "Tamsin Gas"), ("boundary", kerb.ToString(System.Globalization.CultureInfo.InvariantCulture)), ("side", "Left")];
        var (_, wrong) = await _office.SendAsync("/jobs/1/records", "Line", [.. line, ("figures", "0.9 by 1.8")]);
        await _office.SendAsync("/jobs/1/records", "Line", [.. line, ("figures", "10 0.9/1.8\n40 3ft/2.4"), ("ducts", "2x2 PVC 110/100")]);

        Assert.Contains("Line 1", wrong.Complaint("figures"), StringComparison.Ordinal);
        var record = (await RecordsAsync(1)).Single(r => r.Owner == "Tamsin Gas");
        Assert.Equal([new SitePoint(14, 8.4), new SitePoint(44, 9)], record.Points);
        Assert.Equal(0.9, record.CoverMetres);
        var (_, ducts) = await _office.SendAsync("/jobs/1/records", "Line", [.. line, ("figures", "0.9/1.8"), ("ducts", "many")]);
        Assert.Contains("rows x columns", ducts.Complaint("ducts"), StringComparison.Ordinal);
    }

    [Fact]
    public async Task A_lost_chamber_is_placed_by_run_lengths_with_its_circle()
    {
        var chamber = await host.StoreAsync(async db => (await db.Features.SingleAsync(f => f.JobId == 1 && f.Name == "J2")).Id);
        var fibre = (await RecordsAsync(1)).Single(r => r.Owner == "Lanternet").Id;
        (string, string)[] from = [("along", fibre.ToString(System.Globalization.CultureInfo.InvariantCulture)), ("from", chamber.ToString(System.Globalization.CultureInfo.InvariantCulture))];
        var (_, far) = await _office.SendAsync("/jobs/1/records", "Chamber", [.. from, ("lengths", "400")]);
        var (_, none) = await _office.SendAsync("/jobs/1/records", "Chamber", ("lengths", "12"));
        await _office.SendAsync("/jobs/1/records", "Chamber", [.. from, ("lengths", "12.5 + 17.5")]);

        Assert.Contains("leaves the run", far.Complaint("lengths"), StringComparison.Ordinal);
        Assert.NotNull(none.Complaint("along"));
        Assert.NotNull(none.Complaint("from"));
        var lost = await host.StoreAsync(db => db.Features.SingleAsync(f => f.Kind == FeatureKind.LostChamber));
        Assert.Equal(33, lost.Points[0].North, 0.1);
        Assert.InRange(lost.DoubtMetres, 0.8, 1.2);
        Assert.NotNull((await _office.PageAsync("/jobs/1/records")).Page.QuerySelector(".lost-round"));
    }

    [Fact]
    public async Task A_lead_in_is_drawn_from_its_main_and_one_that_is_too_short_is_told()
    {
        var main = (await RecordsAsync(1)).First(r => r.Owner == "Pellow Water").Id.ToString(System.Globalization.CultureInfo.InvariantCulture);
        (string, string)[] lead = [("main", main), ("premisesEast", "12"), ("premisesNorth", "30"), ("leadMaterial", "lead")];
        var (_, unknown) = await _office.SendAsync("/jobs/1/records", "LeadIn", ("premisesEast", "12"), ("premisesNorth", "30"));
        var (_, brief) = await _office.SendAsync("/jobs/1/records", "LeadIn", [.. lead, ("leadLength", "4 m")]);
        await _office.SendAsync("/jobs/1/records", "LeadIn", [.. lead, ("leadLength", "11.2")]);

        Assert.NotNull(unknown.Complaint("main"));
        Assert.Contains("do not reach", brief.Complaint("leadLength"), StringComparison.Ordinal);
        var drawn = (await RecordsAsync(1)).Single(r => r.Material == "lead");
        Assert.Equal(("Pellow Water", new SitePoint(12, 30)), (drawn.Owner, drawn.Points[1]));
        Assert.InRange(drawn.DoubtMetres, 1.5, 2.5);
    }

    [Fact]
    public async Task Fibre_on_a_plan_is_warned_of_and_record_lines_are_drawn_with_their_doubt()
    {
        var (_, page) = await _office.PageAsync("/jobs/1/records");

        Assert.Contains("Optical fibre", page.QuerySelector(".alert-danger")!.TextContent, StringComparison.Ordinal);
        Assert.Equal("1.6", page.QuerySelectorAll(".paint-communications.record-band").First().GetAttribute("stroke-width"));
        Assert.NotNull(page.QuerySelector("[data-layer=banks] circle"));
    }

    private static IEqualityComparer<RecordLine> Comparer { get; } = EqualityComparer<RecordLine>.Create((a, b) => a!.Id == b!.Id, r => r.Id);
}
