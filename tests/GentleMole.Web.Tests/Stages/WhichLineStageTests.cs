using System.Net;
using AngleSharp.Html.Dom;
using GentleMole.Core.Hookup;
using GentleMole.Core.Identify;
using GentleMole.Core.Lines;
using GentleMole.Core.Network;
using GentleMole.Core.Site;
using GentleMole.Core.Soil;
using GentleMole.Store.Model;
using GentleMole.Web.Stages;
using Microsoft.EntityFrameworkCore;
using NodaTime;

namespace GentleMole.Web.Tests.Stages;

/// <summary>Which line a dot is on, on the sheet: refused by name, all dots together, brought back, learnt from.</summary>
[Collection("works all processors")]
public class WhichLineStageTests(MoleHost host) : IClassFixture<MoleHost>
{
    private readonly HttpClient _locator = host.Browser("jem");

    private async Task<int> LineAsync(UtilityKind kind)
    {
        await MoleHost.AcceptCautionsAsync(_locator, 1);
        return await host.StoreAsync(async db => (await db.Lines.SingleAsync(l => l.JobId == 1 && l.Kind == kind)).Id);
    }

    private async Task<IHtmlDocument> WhichAsync(int line, params (string, string)[] dot) =>
        (await _locator.SendAsync($"/jobs/1/trace?line={line}", "WhichJudge", dot)).Page;

    private static string Say(IHtmlDocument page) => page.QuerySelector("#verdict .verdict-say, .verdict .verdict-say")!.TextContent.Replace('\u00a0', ' ');

    /// <summary>
    /// A street on which the gas, earthed at its end by the records, is in truth open there and bonded to the lamp cable beside it, whose own earth there is gone: what is
    /// sent along the one comes back along the other. What a receiver shows over the cable is reckoned by the engine.
    /// </summary>
    private async Task<(int Job, int Line, (string, string)[] OnCable)> BondedStreetAsync()
    {
        SupposedLine Buried(string id, UtilityKind kind, double east, Conductor conductor, SupposedEnd start, SupposedEnd end) =>
            new(id, id, kind, [new(east, 0), new(east, 60)], new Depth(0.8), conductor, start, end);
        var truth = new SupposedGround(
            new SoilGround(80),
            [
                Buried("gas", UtilityKind.Gas, 0, LineBuild.Tracer, new SupposedEnd(EndSupposed.Open), new SupposedEnd(EndSupposed.Open)),
                Buried("lamp", UtilityKind.Electric, 2, LineBuild.Of(UtilityKind.Electric, Material.Of("armoured cable"), 0.03)!, new SupposedEnd(EndSupposed.Earthed, 8), new SupposedEnd(EndSupposed.Open)),
            ],
            [new SupposedBond("gas", 60, "lamp", 60, 0.5)], []);
        var source = new DirectSource(new LinePlace("gas", 0), new EarthStake(new SitePoint(-8, 0)), new Drive(0.05, 60, 5));
        var solved = NetworkSolver.Of(new NetworkMesh(truth.Network(), Cutting.For(8000, source)), 8000).Value.Solve(source);
        var field = solved.Field();
        double Level(double east, double height) => field.At(new(east, 30, height)).SizeAlong(new(1, 0, 0));
        var peak = Enumerable.Range(-40, 81).Select(i => 2 + (0.01 * i)).MaxBy(e => Level(e, 0.05));
        var distance = 0.4 / ((Level(peak, 0.05) / Level(peak, 0.45)) - 1);
        static string N(double value) => FormattableString.Invariant($"{value:0.###}");

        var (job, line) = await host.StoreAsync(async db =>
        {
            db.Change.Who = "jem";
            var street = new Job
            {
                Name = "Bonded street", DigCorners = [new(-3, 28), new(4, 28), new(4, 32), new(-3, 32)], CreatedAt = Instant.FromUtc(2026, 11, 20, 8, 0), SoilOhmMetres = 80,
            };
            street.Lines.Add(new SoughtLine { Kind = UtilityKind.Gas, Owner = "Orrel Gas", Material = "PE with tracer wire", ExpectedRun = [new(0, 0), new(0, 60)] });
            street.Lines.Add(new SoughtLine { Kind = UtilityKind.Electric, Owner = "Quarry Lights", Material = "armoured cable", OutsideDiameterMetres = 0.03, ExpectedRun = [new(2, 0), new(2, 60)] });
            db.Jobs.Add(street);
            await db.SaveChangesAsync();
            var (gas, lamp) = (street.Lines[0].Id, street.Lines[1].Id);
            db.LineModels.Add(new LineModel { JobId = street.Id, Of = $"line-{gas}", Kind = UtilityKind.Gas, StartKind = EndSupposed.Open, EndKind = EndSupposed.Earthed, EndOhms = 20, DepthMetres = 0.8 });
            db.LineModels.Add(new LineModel { JobId = street.Id, Of = $"line-{lamp}", Kind = UtilityKind.Electric, StartKind = EndSupposed.Earthed, StartOhms = 15, EndKind = EndSupposed.Earthed, EndOhms = 15, DepthMetres = 0.8 });
            db.Hookups.Add(new Hookup
            {
                JobId = street.Id, LineId = gas, Method = HookupMethod.Direct, ConnectedTo = "valve box", StakeEast = -8, StakeNorth = 0, FrequencyHertz = 8000,
                SentMilliamps = Math.Round(solved.Shown.Amperes!.Value * 1000, 1), Volts = Math.Round(solved.Shown.Volts!.Value, 1), MadeAt = Instant.FromUtc(2026, 11, 20, 9, 0),
            });
            await db.SaveChangesAsync();
            return (street.Id, gas);
        });
        await MoleHost.AcceptCautionsAsync(_locator, job);
        return (job, line,
        [
            ("east", N(peak)), ("north", "30"), ("depth", N(distance - 0.05)), ("current", N(Level(peak, 0.05) * distance * 5e9)), ("runs", "Back"), ("sideways", "2"),
            ("nullOffset", N(Enumerable.Range(-30, 61).Select(i => 0.01 * i).MinBy(o => Math.Abs(field.At(new(peak + o, 30, 0.05)).InPhase.Up)))), ("nullSide", "Right"),
        ]);
    }

    [Fact]
    public async Task A_beautiful_dot_on_the_wrong_line_is_refused_by_name_and_marked_only_with_a_reason()
    {
        var (job, line, onCable) = await BondedStreetAsync();
        var path = $"/jobs/{job}/trace?line={line}";

        var first = (await _locator.SendAsync(path, "Judge", onCable)).Page;
        Assert.Equal("pending", first.QuerySelector(".verdict")!.GetAttribute("data-line"));
        Assert.Contains("handler=WhichJudge", first.QuerySelector("[hx-post]")!.GetAttribute("hx-post"), StringComparison.Ordinal);

        var told = (await _locator.SendAsync(path, "WhichJudge", onCable)).Page;
        Assert.True(
            Say(told).StartsWith("Do not mark. This is the electric cable, not the gas", StringComparison.Ordinal),
            Say(told) + string.Join(" | ", told.QuerySelectorAll(".who-row, .who-signs tr").Take(14).Select(r => r.TextContent.Trim())));
        Assert.True(Say(told).Contains("running back", StringComparison.Ordinal), Say(told) + string.Join(" / ", told.QuerySelectorAll(".who-signs tr").Select(r => r.TextContent.Trim())));
        Assert.NotEmpty(told.QuerySelectorAll(".who-row"));
        Assert.Contains(told.QuerySelectorAll(".who-signs tr"), r => r.TextContent.Contains("Place on plan", StringComparison.Ordinal));

        var id = Guid.NewGuid();
        (string, string)[] marked = [.. onCable, ("newId", id.ToString()), ("state", "Accepted")];
        var (_, refused) = await _locator.SendAsync(path, "", marked);
        Assert.Contains("do not mark", refused.Complaint("note"), StringComparison.Ordinal);
        Assert.False(await host.StoreAsync(db => db.Readings.AnyAsync(r => r.Id == id)));

        await _locator.SendAsync(path, "", [.. marked, ("note", "Seen in the trial hole")]);
        var stored = await host.StoreAsync(db => db.Readings.SingleAsync(r => r.Id == id));
        Assert.True(stored.OnTarget < 0.4, $"{stored.OnTarget:0.00}");
        Assert.StartsWith("line-", stored.Likeliest, StringComparison.Ordinal);
        Assert.Equal(Core.Verdict.Reject, (await host.SheetAsync(job)).LineById(line)!.Dots.Single().Verdict);
    }

    [Fact]
    public async Task What_nothing_that_is_drawn_explains_is_sure_of_no_line()
    {
        // Far off the gas's plan, a third of its current, running the wrong way: no ground of the demo's plans has that.
        var line = await LineAsync(UtilityKind.Gas);
        var told = await WhichAsync(line, ("east", "46.84"), ("north", "25.5"), ("depth", "0.60"), ("current", "10"), ("runs", "Back"), ("nullOffset", "0.01"), ("sideways", "2"));

        Assert.DoesNotContain("Mark it", Say(told), StringComparison.Ordinal);
        Assert.True(told.QuerySelectorAll(".who-row").Length == 0 || !told.QuerySelector(".who-row")!.TextContent.Contains("98", StringComparison.Ordinal), Say(told));
    }

    [Fact]
    public async Task What_is_on_the_line_that_is_wanted_is_said_so_and_its_signs_are_held_against_the_ground()
    {
        var line = await LineAsync(UtilityKind.Communications);
        var dot = await host.StoreAsync(db => db.Readings.Where(r => r.JobId == 1 && r.LineId == line).OrderBy(r => r.Number).Skip(2).FirstAsync());
        (string, string)[] read =
        [
            ("east", FormattableString.Invariant($"{dot.EastMetres}")), ("north", FormattableString.Invariant($"{dot.NorthMetres}")), ("depth", FormattableString.Invariant($"{dot.DepthMetres}")),
            ("current", FormattableString.Invariant($"{dot.CurrentMilliamps}")), ("nullOffset", "0.01"), ("sideways", "1"),
        ];
        var told = await WhichAsync(line, read);

        Assert.Contains("This is the communications cable", Say(told), StringComparison.Ordinal);
        Assert.Equal($"line-{line}", told.QuerySelector(".verdict")!.GetAttribute("data-line"));
        Assert.Contains(told.QuerySelectorAll(".signs tr"), r => r.TextContent.Contains('▪'));
        Assert.Contains("by the ground as it is drawn", told.Body!.TextContent, StringComparison.Ordinal);
    }

    [Theory]
    [InlineData("1e300")]
    [InlineData("5e-324")]
    [InlineData("1e-10")]
    [InlineData("-3")]
    [InlineData("many")]
    public async Task Whatever_is_typed_is_answered_with_a_sentence(string typed)
    {
        var line = await LineAsync(UtilityKind.Gas);
        foreach (var field in new[] { "depth", "current", "sideways", "nullOffset", "lift", "direction", "across" })
        {
            var (response, page) = await _locator.SendAsync($"/jobs/1/trace?line={line}", "WhichJudge", ("east", "45"), ("north", "22"), (field, typed));
            Assert.Equal(HttpStatusCode.OK, response.StatusCode);
            Assert.NotEmpty(page.QuerySelector(".verdict-say")!.TextContent);
        }
    }

    [Fact]
    public async Task Where_no_hookup_is_logged_it_says_so_and_judges_the_place_alone()
    {
        var line = await LineAsync(UtilityKind.Sewer);
        var told = await WhichAsync(line, ("east", "32.5"), ("north", "22"), ("depth", "1.5"), ("nullOffset", "0.02"), ("sideways", "3"));

        Assert.Equal("none", told.QuerySelector(".verdict")!.GetAttribute("data-line"));
        Assert.Contains("nobody can say", told.QuerySelector(".verdict-why")!.TextContent, StringComparison.Ordinal);
        Assert.All(Enum.GetValues<NoIdentity>(), why => Assert.Equal(why == NoIdentity.None, LineTold.WhyNot(why).Length == 0));
    }

    private async Task<IHtmlDocument> ReviewedAsync(int line)
    {
        for (var i = 0; i < 200; i++)
        {
            var page = (await _locator.PageAsync($"/jobs/1/trace?line={line}&handler=Review")).Page;
            if (page.QuerySelector(".progress") is null)
            {
                return page;
            }

            await Task.Delay(150);
        }

        throw new TimeoutException("The review does not end.");
    }

    [Fact]
    public async Task All_dots_of_a_line_are_held_together_with_progress_and_marks_that_are_doubtful_are_asked_about()
    {
        var line = await LineAsync(UtilityKind.Water);
        var page = (await _locator.PageAsync($"/jobs/1/trace?line={line}&new=true")).Page;
        Assert.Contains("handler=Review", page.QuerySelector("#line-review [hx-get]")!.GetAttribute("hx-get"), StringComparison.Ordinal);
        var told = await ReviewedAsync(line);
        Assert.Contains("dots are the water main, held together in one ground", told.QuerySelector("#line-review")!.TextContent, StringComparison.Ordinal);

        // Whoever is asked decides, and says why.
        var dot = await host.StoreAsync(db => db.Readings.Where(r => r.JobId == 1 && r.LineId == line && r.State == DotState.Accepted).OrderBy(r => r.Number).FirstAsync());
        var (_, refused) = await _locator.SendAsync($"/jobs/1/trace?line={line}", "Settle", ("dots", dot.Id.ToString()), ("decide", "Doubtful"));
        Assert.Equal(DotState.Accepted, (await host.StoreAsync(db => db.Readings.SingleAsync(r => r.Id == dot.Id))).State);
        await _locator.SendAsync($"/jobs/1/trace?line={line}", "Settle", ("dots", dot.Id.ToString()), ("decide", "Doubtful"), ("changeWhy", "Dot 7 makes it doubtful"));
        var off = await host.StoreAsync(db => db.Readings.SingleAsync(r => r.Id == dot.Id));
        Assert.Equal((DotState.Doubtful, "Dot 7 makes it doubtful"), (off.State, off.StateNote));
        Assert.True(off.OnTarget > 0.9, $"{off.OnTarget:0.00}");
        await _locator.SendAsync($"/jobs/1/trace?line={line}", "Settle", ("dots", dot.Id.ToString()), ("decide", "Accepted"), ("changeWhy", "Read again"));
        Assert.Equal(DotState.Accepted, (await host.StoreAsync(db => db.Readings.SingleAsync(r => r.Id == dot.Id))).State);

        // A dot of another line cannot be settled from here.
        var other = await host.StoreAsync(db => db.Readings.FirstAsync(r => r.JobId == 1 && r.LineId != line && r.State == DotState.Accepted));
        await _locator.SendAsync($"/jobs/1/trace?line={line}", "Settle", ("dots", other.Id.ToString()), ("decide", "Doubtful"), ("changeWhy", "no"));
        Assert.Equal(DotState.Accepted, (await host.StoreAsync(db => db.Readings.SingleAsync(r => r.Id == other.Id))).State);
    }

    [Fact]
    public async Task Nothing_is_learnt_that_the_dots_do_not_say()
    {
        var line = await LineAsync(UtilityKind.Communications);
        var soil = await host.StoreAsync(db => db.Jobs.Where(j => j.Id == 1).Select(j => j.SoilOhmMetres).SingleAsync());
        var (response, page) = await _locator.SendAsync($"/jobs/1/trace?line={line}", "Learn", ("lesson", "Soil start"), ("changeWhy", "x"));

        Assert.Equal(HttpStatusCode.OK, response.StatusCode);
        Assert.Contains("do not say this", page.Body!.TextContent, StringComparison.Ordinal);
        Assert.Equal(soil, await host.StoreAsync(db => db.Jobs.Where(j => j.Id == 1).Select(j => j.SoilOhmMetres).SingleAsync()));
    }

    [Fact]
    public async Task Brought_back_from_a_second_hookup_both_passes_stand_side_by_side_and_are_combined()
    {
        var line = await LineAsync(UtilityKind.Communications);
        Assert.Contains("Bring it back", (await _locator.PageAsync($"/jobs/1/trace?line={line}")).Page.Body!.TextContent, StringComparison.Ordinal);
        var ids = await host.StoreAsync(async db =>
        {
            db.Change.Who = "jem";
            var first = await db.Hookups.AsNoTracking().FirstAsync(h => h.JobId == 1 && h.LineId == line);
            var second = new Hookup
            {
                JobId = 1, LineId = line, Method = first.Method, ConnectedTo = "tracer pin at the far chamber", ConnectionEast = 57.2, ConnectionNorth = 41, StakeEast = 63, StakeNorth = 41,
                FrequencyHertz = first.FrequencyHertz, SentMilliamps = 25, MadeAt = first.MadeAt.Plus(Duration.FromHours(1)),
            };
            db.Hookups.Add(second);
            await db.SaveChangesAsync();
            var dots = await db.Readings.AsNoTracking().Where(r => r.JobId == 1 && r.LineId == line).OrderBy(r => r.Number).ToListAsync();
            var again = dots.Select((d, i) => new Reading
            {
                Id = Guid.NewGuid(), JobId = 1, LineId = line, HookupId = second.Id, Utility = d.Utility, EastMetres = d.EastMetres + (i % 2 == 0 ? 0.01 : -0.015), NorthMetres = d.NorthMetres + 0.6,
                DepthMetres = d.DepthMetres, CurrentMilliamps = d.CurrentMilliamps, NullOffsetMetres = d.NullOffsetMetres, SidewaysPercent = 1, TakenAt = second.MadeAt.Plus(Duration.FromMinutes(i)), FrequencyHertz = 8000,
            }).ToList();
            db.Readings.AddRange(again);
            await db.SaveChangesAsync();
            return again.Select(a => a.Id).ToList();
        });

        var page = (await _locator.PageAsync($"/jobs/1/trace?line={line}&new=true")).Page;
        Assert.Contains("two passes side by side", page.Body!.TextContent, StringComparison.Ordinal);
        Assert.True(page.Body.TextContent.Contains("One line", StringComparison.Ordinal), page.QuerySelector("h2 ~ p")?.TextContent + page.QuerySelector("h2 ~ table")?.TextContent);
        Assert.Equal("both", page.QuerySelector("input[name=passes]")!.GetAttribute("value"));

        await _locator.SendAsync($"/jobs/1/trace?line={line}", "Passes", ("passes", "second"), ("changeWhy", "no"));
        Assert.True(await host.StoreAsync(db => db.Readings.Where(r => ids.Contains(r.Id)).AllAsync(r => r.State == DotState.Taken)));
        await _locator.SendAsync($"/jobs/1/trace?line={line}", "Passes", ("passes", "both"), ("changeWhy", "Two hookups agree"));
        Assert.True(await host.StoreAsync(db => db.Readings.Where(r => ids.Contains(r.Id)).AllAsync(r => r.State == DotState.Accepted)));

        // The planner's own second hookup is offered.
        var plan = await PlannedAsync($"/jobs/1/hookup/plan?line={line}&back=true");
        Assert.Contains("To bring it back", plan.Body!.TextContent, StringComparison.Ordinal);
    }

    private async Task<IHtmlDocument> PlannedAsync(string path)
    {
        for (var i = 0; i < 200; i++)
        {
            var page = (await _locator.PageAsync(path)).Page;
            if (page.QuerySelector(".progress") is null)
            {
                return page;
            }

            await Task.Delay(200);
        }

        throw new TimeoutException("The plan does not end.");
    }

    [Fact]
    public async Task Several_cables_in_a_chamber_are_compared_as_typed_and_kept()
    {
        var line = await LineAsync(UtilityKind.Water);
        (string, string)[] typed =
        [
            ("method", "Direct"), ("connectionEast", "20.7"), ("connectionNorth", "5.2"), ("stakeEast", "12.6"), ("stakeNorth", "5.9"), ("connectedTo", "hydrant body"), ("frequency", "8000"), ("sent", "50"),
            ("cablesAt", "chamber J2"), ("cable1", "left"), ("cableCurrent1", "5"), ("cableRuns1", "Back"), ("cable2", "middle"), ("cableCurrent2", "41"), ("cableRuns2", "Away"), ("cable3", "right"), ("cableCurrent3", ""),
        ];
        var judged = (await _locator.SendAsync($"/jobs/1/hookup?line={line}", "Judge", [.. typed.Take(typed.Length - 2)])).Page;
        Assert.Contains("It is middle: 41 mA of 50 mA, running away.", judged.QuerySelector("[data-cables=Take] .verdict-say")!.TextContent.Replace('\u00a0', ' '), StringComparison.Ordinal);

        var (_, refused) = await _locator.SendAsync($"/jobs/1/hookup?line={line}", "", [.. typed, ("as", "new")]);
        Assert.NotNull(refused.Complaint("cableCurrent3"));
        Assert.Equal("middle", refused.QuerySelector("#f-cable2")!.GetAttribute("value"));

        await _locator.SendAsync($"/jobs/1/hookup?line={line}", "", [.. typed.Take(typed.Length - 2), ("as", "new")]);
        var kept = await host.StoreAsync(db => db.Hookups.Where(h => h.JobId == 1 && h.LineId == line).OrderByDescending(h => h.Id).FirstAsync());
        Assert.Equal(("chamber J2", 2, true), (kept.CablesAt, kept.Cables.Count, kept.Cables[1].IsAway));
    }
}
