using System.Net;
using GentleMole.Core.Site;
using GentleMole.Store.Model;
using Microsoft.EntityFrameworkCore;
using NodaTime;

namespace GentleMole.Web.Tests.Stages;

/// <summary>No entry, however it comes, takes a job away from those who work on it.</summary>
public class UndrawableTests(MoleHost host) : IClassFixture<MoleHost>
{
    private static readonly string[] Stages = ["notice", "records", "walk", "hookup", "hookup/plan", "hookup/ground", "trace", "trace/wires", "trace/sonde", "trace/fault", "radar", "radar/calibrate", "radar/collect", "radar/grid", "radar/runs", "radar/bodies", "radar/slices", "marks", "paint", "paint/card", "conflicts", "exposures", "handover", "handover/sheet", "outline", "log"];

    [Theory]
    [InlineData("4 4\n4.0000000001 4", "different points")]
    [InlineData("4 4\n1e300 4", "")]
    [InlineData("4 4\n500000 4", "")]
    public async Task What_no_drawing_can_be_made_of_is_refused_where_it_is_typed(string places, string words)
    {
        var browser = host.Browser("jem");
        await MoleHost.AcceptCautionsAsync(browser, 1);
        foreach (var (path, handler, field, more) in new[]
        {
            ("/jobs/1/notice", "Feature", "outline", ("as", "Line")), ("/jobs/1/notice", "Dig", "corners", ("shape", "Route")),
            ("/jobs/1/records", "Line", "points", ("lineOwner", "Tamsin Gas")), ("/jobs/1/trace", "Tape", "tape", ("x", "")),
        })
        {
            var (answer, page) = await browser.SendAsync(path, handler, (field, places), more, ("kind", path.EndsWith("records", StringComparison.Ordinal) ? "Gas" : "Ground"));
            Assert.True(answer.StatusCode is HttpStatusCode.OK, path + handler);
            Assert.Contains(handler == "Tape" ? "" : words, page.QuerySelector(".invalid-feedback")!.TextContent, StringComparison.Ordinal);
        }
    }

    [Fact]
    public async Task A_job_with_parts_that_cannot_be_drawn_shows_the_rest_names_them_and_lets_them_be_removed()
    {
        var id = await host.StoreAsync(async db =>
        {
            var job = new Job
            {
                Name = "Bricked", OriginLatitude = 49.7, OriginLongitude = -7.4,
                DigRoute = [new(0, 0), new(0, 1e-10)], DigCorners = [new(0, 0), new(77777, 0), new(5, 5)], DigLaterals = [[new(1, 1), new(1, 1)]], Tape = [new(2, 2), new(2, 2)],
            };
            job.Lines.Add(new SoughtLine { Kind = Core.Lines.UtilityKind.Gas, Owner = "Tamsin Gas", ExpectedRun = [new(1, 1), new(1, 1 + 1e-10)] });
            job.Records.Add(new RecordLine { Kind = Core.Lines.UtilityKind.Gas, Owner = "Tamsin Gas", Points = [new(1, 1), new(77777, -77777)], CoverMetres = 0.9 });
            job.Features.Add(new SiteFeature { Name = "Sound kerb", Shape = FeatureShape.Line, Points = [new(0, 0), new(20, 0)] });
            job.Features.Add(new SiteFeature { Name = "Bad kerb", Shape = FeatureShape.Line, Kind = Core.Site.FeatureKind.Kerb, Points = [new(77777, 0), new(0, 0)] });
            db.Jobs.Add(job);
            await db.SaveChangesAsync();
            var line = job.Lines[0].Id;
            db.Hookups.Add(new Hookup { JobId = job.Id, LineId = line, ConnectionEast = 77777, MadeAt = SystemClock.Instance.GetCurrentInstant() });
            db.Profiles.Add(new RadarRecord { Id = Guid.NewGuid(), Traces = 2, SamplesEach = 2, IntervalNanoseconds = 1, LengthMetres = 3 });
            db.WalkedProfiles.Add(new WalkedProfile { JobId = job.Id, ProfileId = db.Profiles.Local.Single().Id, Number = 1, StartEastMetres = 77777, StartNorthMetres = 1, BearingDegrees = 10 });
            db.Readings.Add(new Reading { Id = Guid.NewGuid(), JobId = job.Id, LineId = line, Utility = "Gas", EastMetres = -77777, State = DotState.Accepted });
            await db.SaveChangesAsync();

            // By no way of ours; a store of earlier days may hold it.
            await db.Database.ExecuteSqlRawAsync(
                """
                UPDATE Jobs SET DigCorners = replace(DigCorners, '77777', '1e300');
                UPDATE Records SET Points = replace(Points, '77777', '1e300');
                UPDATE Features SET Points = replace(Points, '77777', '1e300');
                UPDATE WalkedProfiles SET StartEastMetres = 1e300 WHERE StartEastMetres = 77777;
                UPDATE Hookups SET ConnectionEast = 1e300 WHERE ConnectionEast = 77777;
                UPDATE Readings SET EastMetres = -1e300 WHERE EastMetres = -77777;
                """);
            return job.Id;
        });

        var browser = host.Browser("jem");
        foreach (var stage in Stages)
        {
            var (status, page) = await browser.PageAsync($"/jobs/{id}/{stage}");
            Assert.True(status == HttpStatusCode.OK, stage);
            foreach (var token in page.QuerySelectorAll("input[name=__RequestVerificationToken]"))
            {
                // Random letters: now and then they spell what must not stand on the page.
                token.Remove();
            }

            Assert.DoesNotContain("NaN", page.DocumentElement.OuterHtml, StringComparison.Ordinal);
        }

        var told = (await browser.PageAsync($"/jobs/{id}/notice")).Page;
        Assert.Contains("10 parts", told.QuerySelector(".alert-warning")!.TextContent, StringComparison.Ordinal);
        Assert.NotEmpty(told.QuerySelectorAll(".plan polyline"));
        var kerb = await host.StoreAsync(async db => (await db.Features.SingleAsync(f => f.JobId == id && f.Name == "Bad kerb")).Id);
        Assert.Contains(told.QuerySelectorAll(".alert-warning a"), a => a.GetAttribute("href") == $"/jobs/{id}/walk?feature={kerb}" || a.TextContent.Contains("expected run", StringComparison.Ordinal));
        await MoleHost.AcceptCautionsAsync(browser, id);
        Assert.Equal(HttpStatusCode.Redirect, (await browser.SendAsync($"/jobs/{id}/walk?feature={kerb}", "Remove")).Response.StatusCode);
        Assert.Contains("9 parts", (await browser.PageAsync($"/jobs/{id}/notice")).Page.QuerySelector(".alert-warning")!.TextContent, StringComparison.Ordinal);
        foreach (var format in new[] { "geojson", "kml", "gpkg", "dxf", "csv" })
        {
            Assert.Equal(HttpStatusCode.OK, (await host.Device().GetAsync(new Uri($"/api/v1/jobs/{id}/export/{format}", UriKind.Relative))).StatusCode);
        }

        foreach (var board in new[] { "/jobs", "/notices", "/days" })
        {
            Assert.Equal(HttpStatusCode.OK, (await browser.PageAsync(board)).Status);
        }
    }

    [Fact]
    public async Task Readings_from_nowhere_are_refused()
    {
        var body = $"{{\"readings\":[{{\"id\":\"{Guid.NewGuid()}\",\"takenAt\":\"2026-11-23T09:30:00Z\",\"utility\":\"gas\",\"eastMetres\":{SiteRules.FarthestMetres + 1},\"northMetres\":2}}]}}";
        Assert.Equal(["readings[0].eastMetres"], await (await host.Device().PostTextAsync("/api/v1/jobs/1/readings", body)).ComplaintsAsync());
    }
}
