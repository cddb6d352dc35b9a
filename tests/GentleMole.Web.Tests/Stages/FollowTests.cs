using System.Net;
using AngleSharp.Html.Dom;
using GentleMole.Core.Lines;
using GentleMole.Core.Trace;
using GentleMole.Store.Model;
using Microsoft.EntityFrameworkCore;
using NodaTime;

namespace GentleMole.Web.Tests.Stages;

/// <summary>The line through the marked dots on the stage Trace: what it says, its corner, reading from the side.</summary>
public class FollowTests(MoleHost host) : IClassFixture<MoleHost>
{
    private readonly HttpClient _locator = host.Browser("jem");

    /// <summary>A job with one line: two legs that meet at (20, 0), and a dot that stands off the first.</summary>
    private async Task<(int Job, int Line)> FollowedAsync(double standsOff = 0, int seed = 0)
    {
        var (job, line) = await host.StoreAsync(async db =>
        {
            var made = new Job { Name = $"Followed {seed}", OriginLatitude = 49.7, OriginLongitude = -7.4 };
            made.Lines.Add(new SoughtLine { Kind = UtilityKind.Water, Owner = "Pellow Water", ExpectedRun = [new(0, 0), new(20, 0), new(20, 20)] });
            db.Jobs.Add(made);
            await db.SaveChangesAsync();
            var places = new List<(double East, double North)> { (0, 0), (4, 0), (8, standsOff), (12, 0), (16, 0), (20, 4), (20, 8), (20, 12), (20, 16) };
            foreach (var (at, i) in places.Select((p, i) => (p, i)))
            {
                db.Readings.Add(new Reading
                {
                    Id = Guid.NewGuid(), JobId = made.Id, LineId = made.Lines[0].Id, Utility = "Water", EastMetres = at.East, NorthMetres = at.North, DepthMetres = i < 6 ? 0.9 : 0.9 + (0.5 * (i - 5)),
                    TakenAt = Instant.FromUtc(2026, 11, 25, 9, i), State = DotState.Accepted, StateNote = "made up",
                });
            }

            await db.SaveChangesAsync();
            return (made.Id, made.Lines[0].Id);
        });
        await MoleHost.AcceptCautionsAsync(_locator, job);
        return (job, line);
    }

    private async Task<IHtmlDocument> OpenAsync(int job, int line, string more = "&new=true") => (await _locator.PageAsync($"/jobs/{job}/trace?line={line}{more}")).Page;

    private static string Said(IHtmlDocument page) => page.QuerySelector(".followed")!.TextContent;

    [Fact]
    public async Task What_stands_off_the_corner_the_dive_and_the_gaps_are_said_and_drawn()
    {
        var (job, line) = await FollowedAsync(standsOff: 2.4, seed: 1);
        var page = await OpenAsync(job, line);

        Assert.Contains("dot 3 stands off it", Said(page), StringComparison.Ordinal);
        Assert.Contains("left of the line through the others", Said(page), StringComparison.Ordinal);
        Assert.Contains("Between dots 5 and 6 the line turns 90° to the left", Said(page), StringComparison.Ordinal);
        Assert.Contains("dives from", Said(page), StringComparison.Ordinal);
        Assert.Contains("where it bends", Said(page), StringComparison.Ordinal);
        Assert.NotEmpty(page.QuerySelectorAll(".plan [data-layer=followed] .fitted"));
        Assert.NotEmpty(page.QuerySelectorAll(".plan [data-layer=followed] .fitted-edge"));
        Assert.NotEmpty(page.QuerySelectorAll(".section .section-band"));

        // The mark itself stays until a person takes it off.
        Assert.Equal(DotState.Accepted, await host.StoreAsync(db => db.Readings.Where(r => r.JobId == job && r.Number == 3).Select(r => r.State).SingleAsync()));
    }

    [Fact]
    public async Task A_dot_that_is_not_marked_yet_is_held_against_the_line()
    {
        var (job, line) = await FollowedAsync(seed: 2);
        (string, string)[] Typed(string north) => [("east", "6"), ("north", north), ("depth", "0.9"), ("state", "Taken"), ("newId", Guid.NewGuid().ToString())];
        await _locator.SendAsync($"/jobs/{job}/trace?line={line}&new=true", "", Typed("0.05"));
        await _locator.SendAsync($"/jobs/{job}/trace?line={line}&new=true", "", Typed("-1.2"));
        var ids = await host.StoreAsync(db => db.Readings.Where(r => r.JobId == job && r.State == DotState.Taken).OrderBy(r => r.Number).Select(r => r.Id).ToListAsync());

        Assert.DoesNotContain("could be chance", Said(await OpenAsync(job, line, $"&dot={ids[0]}")), StringComparison.Ordinal);
        Assert.Contains("Dot 11 stands 1.2", Said(await OpenAsync(job, line, $"&dot={ids[1]}")), StringComparison.Ordinal);
    }

    [Fact]
    public async Task A_bend_dot_is_put_where_the_legs_meet_once_and_not_where_they_no_longer_do()
    {
        var (job, line) = await FollowedAsync(seed: 3);
        (string, string)[] fields = [("newId", Guid.NewGuid().ToString()), ("before", "5")];
        await _locator.SendAsync($"/jobs/{job}/trace?line={line}&new=true", "Corner", fields);
        var (again, _) = await _locator.SendAsync($"/jobs/{job}/trace?line={line}&new=true", "Corner", fields);
        Assert.Equal(HttpStatusCode.Redirect, again.StatusCode);

        var bend = await host.StoreAsync(db => db.Readings.AsNoTracking().SingleAsync(r => r.JobId == job && r.Feature == LineFeature.Bend));
        Assert.Equal((20, 0, DotState.Taken), (Math.Round(bend.EastMetres, 1), Math.Round(bend.NorthMetres, 1), bend.State));
        Assert.NotNull(bend.PlaceDoubtMetres);
        var (gone, told) = await _locator.SendAsync($"/jobs/{job}/trace?line={line}&new=true", "Corner", ("newId", Guid.NewGuid().ToString()), ("before", "2"));
        Assert.Equal(HttpStatusCode.OK, gone.StatusCode);
        Assert.Contains("no such corner any more", told.Body!.TextContent, StringComparison.Ordinal);
    }

    [Fact]
    public async Task A_line_read_from_the_side_gets_a_dot_with_its_doubt_that_says_nothing_of_which_line_it_is()
    {
        var (job, line) = await FollowedAsync(seed: 4);
        (string, string)[] side = [("newId", Guid.NewGuid().ToString()), ("sideEast", "10"), ("sideNorth", "-1.5"), ("sideWay", "90"), ("sideLies", "Left"), ("sideDepth", "0.95"), ("sidePeak", "10"), ("sideNull", "15")];
        var (answer, page) = await _locator.SendAsync($"/jobs/{job}/trace?line={line}&new=true", "Side", side);
        Assert.True(answer.StatusCode == HttpStatusCode.Redirect, page.QuerySelector(".invalid-feedback")?.TextContent);

        var dot = await host.StoreAsync(db => db.Readings.AsNoTracking().SingleAsync(r => r.JobId == job && r.PlaceDoubtMetres != null));
        Assert.Equal((10, 0, DotState.Taken), (Math.Round(dot.EastMetres, 2), Math.Round(dot.NorthMetres, 2), dot.State));
        Assert.InRange(dot.PlaceDoubtMetres!.Value, 0.15, 0.6);
        Assert.Contains("Read from the side", dot.StateNote, StringComparison.Ordinal);

        // It says so, and is not marked by a slip, until it is read over the line in another place.
        Assert.Contains("m besides. Read from the side", (await OpenAsync(job, line, $"&dot={dot.Id}")).Body!.TextContent, StringComparison.Ordinal);
        var (slip, asked) = await _locator.SendAsync($"/jobs/{job}/trace?line={line}&dot={dot.Id}", "", ("east", "10"), ("north", "0"), ("depth", "0.9"), ("state", "Accepted"), ("note", dot.StateNote));
        Assert.Equal(HttpStatusCode.OK, slip.StatusCode);
        Assert.Contains("not read over the line", asked.Body!.TextContent, StringComparison.Ordinal);
        await _locator.SendAsync($"/jobs/{job}/trace?line={line}&dot={dot.Id}", "", ("east", "10"), ("north", "0.11"), ("depth", "0.9"), ("state", "Taken"));
        Assert.Null(await host.StoreAsync(db => db.Readings.Where(r => r.Id == dot.Id).Select(r => r.PlaceDoubtMetres).SingleAsync()));
    }

    [Theory]
    [InlineData("sideEast", "")]
    [InlineData("sideEast", "1e300")]
    [InlineData("sideWay", "")]
    [InlineData("sideWay", "400")]
    [InlineData("sidePeak", "0")]
    [InlineData("sideNull", "")]
    [InlineData("sideNull", "90")]
    [InlineData("sideDepth", "")]
    [InlineData("step", "0.1")]
    [InlineData("step", "1")]
    public async Task What_is_missing_or_wrong_from_the_side_is_told_and_nothing_typed_is_lost(string field, string value)
    {
        var fields = new Dictionary<string, string>
        {
            ["newId"] = Guid.NewGuid().ToString(), ["sideEast"] = "10", ["sideNorth"] = "-1.5", ["sideWay"] = "90", ["sideDepth"] = "0.95", ["sidePeak"] = "10", ["sideNull"] = "15",
            [field] = value,
        };
        var (answer, page) = await _locator.SendAsync("/jobs/1/trace?line=1&new=true", "Side", [.. fields.Select(f => (f.Key, f.Value))]);

        Assert.Equal(HttpStatusCode.OK, answer.StatusCode);
        Assert.NotEmpty(page.QuerySelectorAll("#aside .is-invalid, .is-invalid"));
        Assert.Equal(fields["sideNorth"], page.QuerySelector("[name=sideNorth]")!.GetAttribute("value"));
        Assert.Empty(await host.StoreAsync(db => db.Readings.Where(r => r.JobId == 1 && r.PlaceDoubtMetres != null).ToListAsync()));
    }
}
