using System.Net;
using System.Net.Http.Json;
using System.Text.Json;
using GentleMole.Core.Site;
using GentleMole.Exchange.Drawings;
using Microsoft.EntityFrameworkCore;

namespace GentleMole.Web.Tests.Api;

public class JobsTests(MoleHost host) : IClassFixture<MoleHost>
{
    private static string Reading(Guid id, string more = "", string utility = "Gas") =>
        $"{{\"id\":\"{id}\",\"takenAt\":\"2026-11-23T09:30:00Z\",\"utility\":{JsonSerializer.Serialize(utility)},\"eastMetres\":1.5,\"northMetres\":2.5{more}}}";

    /// <summary>How many readings the job holds, by its own word.</summary>
    private async Task<int> KeptAsync(int job) =>
        (await (await host.Device().GetAsync(new Uri($"/api/v1/jobs/{job}", UriKind.Relative))).JsonAsync()).GetProperty("readings").GetInt32();

    private static string Batch(params string[] readings) => "{\"readings\":[" + string.Join(',', readings) + "]}";

    private async Task<int> NewJobAsync(string name = "Quayside drain repair")
    {
        var response = await host.Device().PostAsJsonAsync("/api/v1/jobs", new { name });
        Assert.Equal(HttpStatusCode.Created, response.StatusCode);
        var id = (await response.JsonAsync()).GetProperty("id").GetInt32();
        Assert.EndsWith($"/api/v1/jobs/{id}", response.Headers.Location!.ToString(), StringComparison.Ordinal);
        return id;
    }

    [Fact]
    public async Task A_new_job_is_listed_and_found()
    {
        var id = await NewJobAsync("Bandstand drain");

        var list = await (await host.Device().GetAsync(new Uri("/api/v1/jobs", UriKind.Relative))).JsonAsync();
        var job = await (await host.Device().GetAsync(new Uri($"/api/v1/jobs/{id}", UriKind.Relative))).JsonAsync();

        Assert.Contains(list.EnumerateArray(), j => j.GetProperty("id").GetInt32() == id && j.GetProperty("state").GetString() == "notice");
        Assert.Equal("Bandstand drain", job.GetProperty("name").GetString());
        Assert.True(job.GetProperty("originProvisional").GetBoolean());
    }

    [Theory]
    [InlineData("{}", "name")]
    [InlineData("{\"name\":\"  \"}", "name")]
    [InlineData("{\"name\":5}", "name")]
    [InlineData("{\"name\":\"x\",\"originLatitudeDegrees\":91,\"originLongitudeDegrees\":0}", "originLatitudeDegrees")]
    [InlineData("{\"name\":\"x\",\"originLatitudeDegrees\":50}", "originLatitudeDegrees")]
    [InlineData("{\"name\":\"x\",\"digDepthMetres\":-1}", "digDepthMetres")]
    public async Task A_bad_job_is_not_made(string body, string field)
    {
        var before = await host.StoreAsync(db => db.Jobs.CountAsync());

        Assert.Contains(field, await (await host.Device().PostTextAsync("/api/v1/jobs", body)).ComplaintsAsync());
        Assert.Equal(before, await host.StoreAsync(db => db.Jobs.CountAsync()));
    }

    [Fact]
    public async Task A_name_has_at_most_200_characters()
    {
        Assert.Contains("name", await (await host.Device().PostAsJsonAsync("/api/v1/jobs", new { name = new string('n', 201) })).ComplaintsAsync());
        await NewJobAsync(new string('n', 200));
    }

    [Fact]
    public async Task A_reading_sent_twice_is_stored_once()
    {
        var job = await NewJobAsync();
        var (a, b) = (Guid.NewGuid(), Guid.NewGuid());
        var path = $"/api/v1/jobs/{job}/readings";

        var first = await (await host.Device().PostTextAsync(path, Batch(Reading(a), Reading(b), Reading(a)))).JsonAsync();
        var second = await (await host.Device().PostTextAsync(path, Batch(Reading(a)))).JsonAsync();

        Assert.Equal((2, 1), (first.GetProperty("accepted").GetInt32(), first.GetProperty("duplicates").GetInt32()));
        Assert.Equal((0, 1), (second.GetProperty("accepted").GetInt32(), second.GetProperty("duplicates").GetInt32()));
        Assert.Equal(2, await KeptAsync(job));
    }

    [Fact]
    public async Task Two_devices_that_send_the_same_at_once_store_it_once()
    {
        var job = await NewJobAsync();
        var batch = Batch([.. Enumerable.Range(0, 50).Select(_ => Reading(Guid.NewGuid()))]);

        var answers = await Task.WhenAll(Enumerable.Range(0, 6).Select(async _ =>
            await (await host.Device().PostTextAsync($"/api/v1/jobs/{job}/readings", batch)).JsonAsync()));

        Assert.Equal(50, answers.Sum(a => a.GetProperty("accepted").GetInt32()));
        Assert.Equal(50, await KeptAsync(job));
    }

    [Fact]
    public async Task A_reading_of_another_job_is_a_conflict_and_nothing_of_the_batch_is_kept()
    {
        var (job, other) = (await NewJobAsync(), await NewJobAsync());
        var taken = Guid.NewGuid();
        await host.Device().PostTextAsync($"/api/v1/jobs/{job}/readings", Batch(Reading(taken)));

        var response = await host.Device().PostTextAsync($"/api/v1/jobs/{other}/readings", Batch(Reading(Guid.NewGuid()), Reading(taken)));

        Assert.Equal(HttpStatusCode.Conflict, response.StatusCode);
        Assert.Equal(0, await KeptAsync(other));
    }

    [Theory]
    [InlineData("{}", "readings")]
    [InlineData("{\"readings\":[{}]}", "readings[0].id")]
    [InlineData("{\"readings\":[{\"id\":\"7\"}]}", "readings[0].id")]
    [InlineData("{\"readings\":[{\"takenAt\":\"yesterday\"}]}", "readings[0].takenAt")]
    [InlineData("{\"readings\":[{\"takenAt\":\"2026-11-23T09:30:00\"}]}", "readings[0].takenAt")]
    [InlineData("{\"readings\":[{\"depthMetres\":-0.4}]}", "readings[0].depthMetres")]
    [InlineData("{\"readings\":[{\"depthMetres\":\"deep\"}]}", "readings[0].depthMetres")]
    [InlineData("{\"readings\":[{\"frequencyHertz\":0}]}", "readings[0].frequencyHertz")]
    [InlineData("{\"readings\":[{\"peak\":1e999}]}", "readings[0].peak")]
    [InlineData("{\"readings\":[{\"utility\":\"\"}]}", "readings[0].utility")]
    public async Task Bad_readings_are_told_where_and_nothing_is_kept(string body, string field)
    {
        var job = await NewJobAsync();

        Assert.Contains(field, await (await host.Device().PostTextAsync($"/api/v1/jobs/{job}/readings", body)).ComplaintsAsync());
        Assert.Equal(0, await KeptAsync(job));
    }

    [Fact]
    public async Task One_bad_reading_keeps_the_good_ones_out_too()
    {
        var job = await NewJobAsync();

        var response = await host.Device().PostTextAsync(
            $"/api/v1/jobs/{job}/readings", Batch(Reading(Guid.NewGuid()), Reading(Guid.NewGuid(), ",\"currentMilliamps\":-3")));

        Assert.Equal(["readings[1].currentMilliamps"], await response.ComplaintsAsync());
        Assert.Equal(0, await KeptAsync(job));
    }

    [Fact]
    public async Task The_csv_has_a_row_a_reading_and_nothing_that_a_spreadsheet_would_run()
    {
        var job = await NewJobAsync();
        var id = Guid.NewGuid();
        await host.Device().PostTextAsync($"/api/v1/jobs/{job}/readings", Batch(
            Reading(id, ",\"depthMetres\":0.64,\"null\":1.25", "=HYPERLINK(\"x\")"), Reading(Guid.NewGuid(), "", "gas, \"old\"")));

        var response = await host.Device().GetAsync(new Uri($"/api/v1/jobs/{job}/export/csv", UriKind.Relative));
        var rows = (await response.Content.ReadAsStringAsync()).Split("\r\n", StringSplitOptions.RemoveEmptyEntries);

        Assert.Equal("text/csv", response.Content.Headers.ContentType!.MediaType);
        Assert.StartsWith("id,takenAt,utility,eastMetres,northMetres,peak,null,depthMetres,currentMilliamps,directionDegrees,frequencyHertz", rows[0], StringComparison.Ordinal);
        Assert.Equal(3, rows.Length);
        var row = rows.Single(r => r.StartsWith(id.ToString(), StringComparison.Ordinal));
        Assert.Contains("2026-11-23T09:30:00Z", row, StringComparison.Ordinal);
        Assert.Contains("'=HYPERLINK", row, StringComparison.Ordinal);
        Assert.Contains(",0.64,", row, StringComparison.Ordinal);
        Assert.Contains("\"gas, \"\"old\"\"\"", string.Join('\n', rows), StringComparison.Ordinal);
    }

    [Theory]
    [InlineData("geojson", "application/geo+json")]
    [InlineData("kml", "application/vnd.google-earth.kml+xml")]
    [InlineData("gpkg", "application/geopackage+sqlite3")]
    [InlineData("dxf", "image/vnd.dxf")]
    public async Task Every_drawing_of_the_demo_reads_back_to_the_site_it_came_from(string format, string type)
    {
        var response = await host.Device().GetAsync(new Uri($"/api/v1/jobs/1/export/{format}", UriKind.Relative));
        var origin = await host.StoreAsync(async db => (await db.Jobs.SingleAsync(j => j.Id == 1)).Origin);
        var stored = await host.StoreAsync(db => db.Readings.Where(r => r.JobId == 1).ToListAsync());

        var drawing = GentleMole.Exchange.Tests.Made.Read(await response.Content.ReadAsByteArrayAsync(), "job-1." + format).Value;
        var toSite = format == "dxf" ? p => p : CoordinateSystems.ToSite(drawing.System, origin).Value.Value;
        Assert.Equal(type, response.Content.Headers.ContentType!.MediaType);
        foreach (var kind in new[] { "dig", "dot", "mark", "record", "hookup", "feature" })
        {
            Assert.Contains(drawing.Shapes, s => s.Properties["kind"] == kind);
        }

        foreach (var reading in stored)
        {
            var dot = drawing.Shapes.Single(s => s.Properties["kind"] == "dot" && s.Properties["id"] == reading.Id.ToString());
            Assert.InRange(toSite(dot.Points[0]).DistanceTo(new SitePoint(reading.EastMetres, reading.NorthMetres)), 0, 0.001);
        }

        var mark = drawing.Shapes.First(s => s.Properties["kind"] == "mark").Properties;
        foreach (var name in new[] { "utility", "owner", "depthMetres", "depthUncertaintyMetres", "qualityLevel", "method", "confidence" })
        {
            Assert.Contains(name, mark.Keys);
        }
    }

    [Fact]
    public async Task A_site_that_is_not_tied_to_the_earth_says_so_on_every_feature()
    {
        var job = await NewJobAsync();
        await host.Device().PostTextAsync($"/api/v1/jobs/{job}/readings", Batch(Reading(Guid.NewGuid())));

        var geo = await (await host.Device().GetAsync(new Uri($"/api/v1/jobs/{job}/export/geojson", UriKind.Relative))).JsonAsync();

        Assert.All(geo.GetProperty("features").EnumerateArray(), f =>
            Assert.Contains("provisional", f.GetProperty("properties").GetProperty("positionOnEarth").GetString(), StringComparison.Ordinal));
    }
}

public class EmptyStartTests(EmptyHost host) : IClassFixture<EmptyHost>
{
    [Fact]
    public async Task Started_empty_it_knows_no_token_and_leads_the_first_visitor_to_an_account()
    {
        Assert.Equal(HttpStatusCode.Unauthorized, (await host.Device().GetAsync(new Uri("/api/v1/jobs", UriKind.Relative))).StatusCode);
        var (_, page) = await host.Browser(null, redirects: true).PageAsync("/jobs");

        Assert.Contains("first account", page.QuerySelector("h1")!.TextContent, StringComparison.Ordinal);
    }

    [Fact]
    public async Task It_says_when_it_lives_and_when_it_is_ready()
    {
        foreach (var path in new[] { "/health/live", "/health/ready" })
        {
            Assert.Equal("Healthy", await host.Device(null).GetStringAsync(new Uri(path, UriKind.Relative)));
        }
    }

    [Fact]
    public async Task The_store_writes_ahead_and_syncs_fully()
    {
        var pragmas = await host.StoreAsync(async db => (
            (await db.Database.SqlQueryRaw<string>("SELECT journal_mode AS Value FROM pragma_journal_mode").ToListAsync())[0],
            (await db.Database.SqlQueryRaw<int>("SELECT synchronous AS Value FROM pragma_synchronous").ToListAsync())[0],
            (await db.Database.SqlQueryRaw<int>("SELECT foreign_keys AS Value FROM pragma_foreign_keys").ToListAsync())[0]));

        Assert.Equal(("wal", 2, 1), pragmas);
    }

    [Fact]
    public async Task The_migrations_make_what_the_model_says() =>
        Assert.False(await host.StoreAsync(db => Task.FromResult(db.Database.HasPendingModelChanges())));
}
