using System.Net;
using System.Text.Json;
using GentleMole.Core.Yards;
using GentleMole.Exchange.Yards;
using Microsoft.EntityFrameworkCore;

namespace GentleMole.Web.Tests.Practice;

/// <summary>Yards are drawn by the lead, brought in and out as a file, and made of real jobs without their names.</summary>
public class MakeYardTests(MoleHost host) : IClassFixture<MoleHost>
{
    private readonly HttpClient _lead = host.Browser("orla");

    private async Task<string> NewAsync() => (await _lead.SendAsync("/practice/make", "New")).Response.Headers.Location!.OriginalString;

    private async Task<DrawnYard> DrawnAsync(string path)
    {
        var id = int.Parse(path.Split('/')[^1], System.Globalization.CultureInfo.InvariantCulture);
        var text = await host.StoreAsync(db => db.Yards.Where(y => y.Id == id).Select(y => y.Drawn).SingleAsync());
        return YardFile.Read(text).Value;
    }

    private static string Text(AngleSharp.Dom.IParentNode page, string of = "main") => string.Join(' ', page.QuerySelectorAll(of).Select(e => e.TextContent.Replace('\u00a0', ' ')));

    [Fact]
    public async Task A_yard_is_drawn_line_by_line_and_played()
    {
        var path = await NewAsync();
        await _lead.SendAsync(path, "Line", ("name", "old main"), ("utility", "Water"), ("material", "iron"), ("points", "6 -5\n6 50"), ("depths", "1.0 1.2"), ("start", "GoesOn"), ("end", "Earthed"), ("endOhms", "12"), ("recorded", "yes"), ("aside", "1.2"), ("doubt", "1.5"), ("planOwner", "owner B"));
        await _lead.SendAsync(path, "Line", ("name", "lost cable"), ("utility", "Electric"), ("material", "armoured"), ("points", "-20 20\n20 25"), ("depths", "0.6"), ("start", "Earthed"), ("end", "Earthed"), ("live", "40"));
        await _lead.SendAsync(path, "Feature", ("featureName", "hydrant"), ("kind", "Hydrant"), ("east", "6"), ("north", "10"), ("says", "Water"), ("on", "line-1"), ("what", "Pipe"), ("direct", "yes"));
        await _lead.SendAsync(path, "Join", ("from", "gas"), ("fromAt", "40"), ("to", "line-1"), ("toAt", "45"), ("ohms", "0.4"));
        await _lead.SendAsync(path, "Join", ("from", "line-1"), ("fromAt", "20"), ("to", ""), ("toAt", "0"), ("ohms", ""));
        await _lead.SendAsync(path, "Surface", ("surface", "Road"), ("ring", "9 -5\n14 -5\n14 50\n9 50"));
        await _lead.SendAsync(path, "Lesson", ("title", "Old lane"), ("brief", "Mark the gas."), ("owner", "owner A"), ("level", "3"), ("minutes", "15"), ("target", "gas"), ("low", "50"), ("high", "150"), ("area", "-4 5\n5 5\n5 37\n-4 37"), ("teach-passive-last", "yes"));
        var yard = await DrawnAsync(path);
        Assert.Equal(("Old lane", 3, 3, 2), (yard.Title, yard.Level, yard.Site.Ground.Lines.Count, yard.Site.Features.Count));
        Assert.Equal([YardHabit.PassiveLast], yard.Teaches);
        Assert.Equal((1, 1, 2, 1), (yard.Site.Ground.Bonds.Count, yard.Site.Ground.Joints.Count, yard.Site.Records.Count, yard.Site.Surfaces.Count));
        Assert.Equal("line-2", Assert.Single(yard.Site.Strangers).Id);
        Assert.Equal(1.2, yard.Site.Ground.Line("line-1")!.Depths[1].Metres);
        var (_, page) = await _lead.PageAsync(path + "?edit=line-1");
        Assert.Contains("Change old main", Text(page), StringComparison.Ordinal);
        Assert.NotEmpty(page.QuerySelectorAll("[data-layer=truth] *"));

        // Played, it stays as it was: a change makes another.
        var jem = host.Browser("jem");
        var code = "made-" + path.Split('/')[^1];
        Assert.Contains("Old lane", Text((await jem.PageAsync("/practice")).Page), StringComparison.Ordinal);
        var round = (await jem.SendAsync("/practice", "Start", ("yard", code))).Response.Headers.Location!.OriginalString;
        var before = await jem.GetStringAsync(round + "?handler=State");
        Assert.DoesNotContain("lost cable", before, StringComparison.Ordinal);
        var (moved, _) = await _lead.SendAsync(path, "Remove", ("what", "bond:0"));
        Assert.NotEqual(path, moved.Headers.Location!.OriginalString);
        Assert.Single((await DrawnAsync(path)).Site.Ground.Bonds);
        Assert.Empty((await DrawnAsync(moved.Headers.Location!.OriginalString)).Site.Ground.Bonds);
        host.ForgetRounds();
        Assert.Equal(before, await jem.GetStringAsync(round + "?handler=State"));
    }

    [Fact]
    public async Task A_twin_that_nothing_tells_apart_is_to_be_passed_on_until_it_is_taken_away()
    {
        var path = await NewAsync();
        (string, string)[] lesson = [("title", "Twins"), ("brief", "Mark the gas."), ("owner", "owner A"), ("level", "5"), ("minutes", "15"), ("target", "gas"), ("low", "50"), ("high", "150"), ("area", "-4 5\n5 5\n5 37\n-4 37")];
        await _lead.SendAsync(path, "Line", ("name", "twin"), ("utility", "Gas"), ("material", "iron"), ("points", "0.4 -5\n0.4 50"), ("depths", "0.8"), ("start", "GoesOn"), ("end", "GoesOn"));
        Assert.Equal(HttpStatusCode.Redirect, (await _lead.SendAsync(path, "Lesson", [.. lesson, ("sameAs", "line-1")])).Response.StatusCode);
        Assert.Equal(["line-1"], (await DrawnAsync(path)).Site.SameToAll);
        Assert.True((await DrawnAsync(path)).AsYard("twins").Lay(3).IsToBePassedOn);
        Assert.Equal("line-1", (await _lead.PageAsync(path)).Page.QuerySelector("[name=sameAs] option[selected]")!.GetAttribute("value"));
        foreach (var no in new[] { "gas", "nothing" })
        {
            var (answer, page) = await _lead.SendAsync(path, "Lesson", [.. lesson, ("sameAs", no)]);
            Assert.Equal(HttpStatusCode.OK, answer.StatusCode);
            Assert.Contains("another line", Text(page, ".invalid-feedback"), StringComparison.Ordinal);
        }

        await _lead.SendAsync(path, "Remove", ("what", "line:1"));
        Assert.Empty((await DrawnAsync(path)).Site.SameToAll);
        Assert.False((await DrawnAsync(path)).AsYard("twins").Lay(3).IsToBePassedOn);
    }

    [Fact]
    public async Task What_cannot_be_is_told_at_its_field_and_nothing_is_kept()
    {
        var path = await NewAsync();
        var before = YardFile.Write(await DrawnAsync(path));
        foreach (var (handler, field, sent) in new (string, string, (string, string)[])[]
        {
            ("Line", "points", [("name", "x"), ("utility", "Gas"), ("material", "iron"), ("points", "1 1"), ("depths", "1")]),
            ("Line", "depths", [("name", "x"), ("utility", "Gas"), ("material", "iron"), ("points", "1 1\n1.0004 1\n2 2"), ("depths", "1 1 1")]),
            ("Line", "points", [("name", "x"), ("utility", "Gas"), ("material", "iron"), ("points", "1 1\n1.2 1"), ("depths", "1")]),
            ("Line", "material", [("name", "x"), ("utility", "Gas"), ("material", "PE"), ("points", "1 1\n2 2"), ("depths", "1")]),
            ("Line", "depths", [("name", "x"), ("utility", "Gas"), ("material", "iron"), ("points", "1 1\n2 2"), ("depths", "1e300")]),
            ("Line", "depths", [("name", "x"), ("utility", "Gas"), ("material", "iron"), ("points", "1 1\n2 2"), ("depths", "1 2 3")]),
            ("Line", "live", [("name", "x"), ("utility", "Gas"), ("material", "iron"), ("points", "1 1\n2 2"), ("depths", "1"), ("live", "5e-324")]),
            ("Feature", "on", [("featureName", "x"), ("kind", "Box"), ("east", "1"), ("north", "1"), ("on", "gas")]),
            ("Feature", "east", [("featureName", "x"), ("kind", "Box")]),
            ("Join", "from", [("from", "nothing")]),
            ("Surface", "ring", [("surface", "Road"), ("ring", "1 1\n2 2")]),
            ("Lesson", "target", [("title", "x"), ("brief", "x"), ("owner", "x"), ("level", "2"), ("minutes", "9"), ("low", "50"), ("high", "60"), ("area", "0 0\n5 0\n5 5"), ("target", "nothing")]),
            ("Lesson", "level", [("title", "x"), ("brief", "x"), ("owner", "x"), ("level", "99"), ("minutes", "9"), ("low", "50"), ("high", "60"), ("area", "0 0\n5 0\n5 5"), ("target", "gas")]),
        })
        {
            var (answer, page) = await _lead.SendAsync(path, handler, sent);
            Assert.Equal(HttpStatusCode.OK, answer.StatusCode);
            Assert.True(page.Complaint(field) is { Length: > 0 }, $"{handler} {field}");
            Assert.Equal(before, YardFile.Write(await DrawnAsync(path)));
        }

        // What no form checks the yard's own rule does.
        var (_, shut) = await _lead.SendAsync(path, "Remove", ("what", "line:0"));
        Assert.NotEmpty(shut.QuerySelectorAll(".alert .invalid-feedback"));
        Assert.Equal(before, YardFile.Write(await DrawnAsync(path)));
        foreach (var odd in new[] { "line:99", "line:-1", "beer:0", "", "line:99999999999" })
        {
            await _lead.SendAsync(path, "Remove", ("what", odd));
            Assert.Equal(before, YardFile.Write(await DrawnAsync(path)));
        }

        Assert.Equal(HttpStatusCode.NotFound, (await _lead.GetAsync("/practice/make/99999")).StatusCode);
        Assert.NotEqual(HttpStatusCode.OK, (await host.Browser("jem").GetAsync(path)).StatusCode);
    }

    [Fact]
    public async Task A_yard_goes_out_as_a_file_and_comes_in_again()
    {
        var file = await _lead.GetStringAsync(await NewAsync() + "?handler=File");
        Assert.Equal("practice-yard", JsonSerializer.Deserialize<JsonElement>(file).GetProperty("format").GetString());
        var (answer, _) = await _lead.SendFileAsync("/practice/make", "File", ("file", "yard.json", System.Text.Encoding.UTF8.GetBytes(file.Replace("New yard", "Brought in", StringComparison.Ordinal))));
        Assert.Equal("Brought in", (await DrawnAsync(answer.Headers.Location!.OriginalString)).Title);
        foreach (var wrong in new[] { "", "{", "not json", file.Replace("\"level\": 2", "\"level\": 7", StringComparison.Ordinal), new string('[', 5000), new string('x', 400_000) })
        {
            var (refused, page) = await _lead.SendFileAsync("/practice/make", "File", ("file", "yard.json", System.Text.Encoding.UTF8.GetBytes(wrong)));
            Assert.Equal(HttpStatusCode.OK, refused.StatusCode);
            Assert.True(page.Complaint("file") is { Length: > 0 }, wrong[..Math.Min(20, wrong.Length)]);
        }
    }

    [Fact]
    public async Task A_job_is_practised_before_the_work_and_made_a_yard_of_without_its_names()
    {
        var jem = host.Browser("jem");
        foreach (var (job, line) in new[] { (1, 2), (1, 1), (1, 3), (3, 8), (3, 9) })
        {
            var (begun, page) = await jem.SendAsync("/practice", "Site", ("job", job.ToString(System.Globalization.CultureInfo.InvariantCulture)), ("line", line.ToString(System.Globalization.CultureInfo.InvariantCulture)));
            Assert.True(begun.StatusCode == HttpStatusCode.Redirect, $"{job} {line}: {begun.StatusCode} {Text(page, ".alert")}");
            var state = await jem.GetStringAsync(begun.Headers.Location!.OriginalString + "?handler=State");
            foreach (var owner in await host.StoreAsync(db => db.Lines.Where(l => l.JobId == job).Select(l => l.Owner).Distinct().ToListAsync()))
            {
                Assert.DoesNotContain(owner, state, StringComparison.OrdinalIgnoreCase);
            }

            Assert.Equal(HttpStatusCode.OK, (await jem.GetAsync(begun.Headers.Location!.OriginalString)).StatusCode);
        }

        Assert.Equal(HttpStatusCode.NotFound, (await jem.SendAsync("/practice", "Site", ("job", "99"), ("line", "1"))).Response.StatusCode);
        Assert.Contains("Practise this site first", Text((await jem.PageAsync("/jobs/1/hookup/plan?line=2")).Page), StringComparison.Ordinal);
        var (unfound, complaint) = await _lead.SendAsync("/practice/make", "Job", ("title", "Fish quay"), ("line", "8"), ("found", "yes"));
        Assert.Equal(HttpStatusCode.OK, unfound.StatusCode);
        Assert.NotNull(complaint.Complaint("found"));
        var (made, _) = await _lead.SendAsync("/practice/make", "Job", ("title", "Fish quay"), ("line", "8"));
        var yard = await DrawnAsync(made.Headers.Location!.OriginalString);
        Assert.True(yard.HasSurprises && yard.Site.Ground.Lines.Count > 1);
        for (var seed = 0; seed < 12; seed++)
        {
            Assert.NotNull(YardBest.Of(new YardRound(yard.AsYard("made-1"), seed)));
        }
    }
}
