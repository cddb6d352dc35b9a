using System.Net;
using GentleMole.Core.Trace;
using GentleMole.Store.Model;
using GentleMole.Web.Sheet;
using MathNet.Numerics.Distributions;
using Microsoft.EntityFrameworkCore;
using NodaTime;

namespace GentleMole.Web.Tests.Stages;

/// <summary>What was dug up says how true the stated ± are; the lead takes what follows or not, and dots taken since are stated so.</summary>
public class TruthTests(MoleHost host) : IClassFixture<MoleHost>
{
    private const double PlaceHalf = 0.06;
    private const double StatedHalf = 0.12;
    private readonly HttpClient _lead = host.Browser("orla");

    private static string Text(AngleSharp.Dom.IParentNode page, string of) => string.Join(' ', page.QuerySelectorAll(of).Select(e => e.TextContent.Replace('\u00a0', ' ')));

    /// <summary>Sixty holes: places scatter one and a half times as wide as was stated, depths as stated; one mark over something else, one hole without a mark.</summary>
    private Task<int> DigAsync() => host.StoreAsync(async db =>
    {
        await db.Uncovered.Where(u => u.JobId == 1).ExecuteDeleteAsync();
        var random = new Random(4);
        var order = Enumerable.Range(0, 60).OrderBy(_ => random.Next()).ToList();
        UncoveredLine Hole(double? across, double? deeper) => new()
        {
            Id = Guid.NewGuid(), JobId = 1, LineId = 2, Kind = Core.Lines.UtilityKind.Gas, EastMetres = 1, NorthMetres = 1, CoverMetres = 0.8, OutsideDiameterMetres = 0.1, By = "Jem Trewin", TakenAt = Instant.FromUtc(2026, 11, 20, 9, 0), At = Instant.FromUtc(2026, 11, 20, 9, 0),
            AcrossMetres = across, AcrossHalfMetres = across is null ? null : Math.Sqrt((StatedHalf * StatedHalf) + (PlaceHalf * PlaceHalf)), DeeperMetres = deeper, DeeperHalfMetres = deeper is null ? null : 0.1,
            MarkedBy = across is null ? null : MarkedBy.Receiver, Verdict = across is null ? null : Core.Verdict.Sound, Method = across is null ? null : Core.Hookup.HookupMethod.Direct, FrequencyHertz = 8192, SoilOhmMetres = 80,
        };
        var sigma = Math.Sqrt((StatedHalf * StatedHalf) + (PlaceHalf * PlaceHalf)) / 1.96;
        for (var i = 0; i < 60; i++)
        {
            db.Uncovered.Add(Hole(1.5 * sigma * Normal.InvCDF(0, 1, (i + 0.5) / 60), 0.1 / 1.96 * Normal.InvCDF(0, 1, (order[i] + 0.5) / 60)));
        }

        db.Uncovered.AddRange(Hole(1.4, 0.5), Hole(null, null));
        return await db.SaveChangesAsync();
    });

    [Fact]
    public async Task The_factor_is_found_offered_taken_by_the_lead_and_holds_for_dots_taken_since()
    {
        Assert.Contains("Nothing was dug up yet.", Text((await _lead.PageAsync("/truth")).Page, ".verdict-say"), StringComparison.Ordinal);
        await DigAsync();
        var (_, page) = await _lead.PageAsync("/truth");
        Assert.Contains("The ± of places are not what was dug up.", Text(page, ".verdict-say"), StringComparison.Ordinal);
        Assert.Contains("62 places dug up: 61 under a mark, 1 where none was; one mark was over something else and says nothing", Text(page, "main p"), StringComparison.Ordinal);
        var offered = double.Parse(page.QuerySelector("input[id^=f-times][value]")!.GetAttribute("value")!, System.Globalization.CultureInfo.InvariantCulture);
        Assert.InRange(offered, 1.35, 1.65);
        Assert.Equal(["Take it"], page.QuerySelectorAll("main table form button").Select(b => b.TextContent.Trim()));
        Assert.Contains("direct", Text(page, "main table"), StringComparison.OrdinalIgnoreCase);

        // Who may not take it sees no form, and may not send one.
        var (_, seen) = await host.Browser("jem").PageAsync("/truth");
        Assert.Empty(seen.QuerySelectorAll("main table form"));
        var (refused, _) = await host.Browser("jem").SendAsync("/truth", "", ("what", "place"), ("times", "1.5"));
        Assert.NotEqual(HttpStatusCode.OK, refused.StatusCode);
        foreach (var wrong in new[] { "", "0", "1e300", "5e-324", "9", "NaN", "wide", "2.4", "1.01" })
        {
            var (_, again) = await _lead.SendAsync("/truth", "", ("what", "place"), ("times", wrong));
            Assert.Single(again.QuerySelectorAll("[id^=f-times].is-invalid"));
        }

        await _lead.SendAsync("/truth", "", ("what", "depth"), ("times", "1.6"));
        Assert.Equal(1, await host.StoreAsync(db => db.Firms.Select(f => f.DepthTimes).SingleAsync()));
        Assert.Equal(1, await host.StoreAsync(db => db.Firms.Select(f => f.AcrossTimes).SingleAsync()));
        var dots = (await host.SheetAsync(1)).LineById(2)!.Dots.Where(d => d.Reading.State == DotState.Accepted).ToDictionary(d => d.Reading.Id, d => d.ToMark());
        await _lead.SendAsync("/truth", "", ("what", "place"), ("times", "1.5"));
        var firm = await host.StoreAsync(db => db.Firms.AsNoTracking().SingleAsync());
        Assert.Equal((1.5, 1.0), (firm.AcrossTimes, firm.DepthTimes));

        // What was taken before keeps what was stated; a dot taken since is stated wider, as wide as the factor says.
        Assert.All((await host.SheetAsync(1)).LineById(2)!.Dots.Where(d => d.Reading.State == DotState.Accepted), d => Assert.Equal(dots[d.Reading.Id].AcrossHalfWidthMetres, d.ToMark().AcrossHalfWidthMetres, 9));
        var last = dots.Keys.First();
        await host.StoreAsync(async db =>
        {
            (await db.Readings.SingleAsync(r => r.Id == last)).TakenAt = firm.AcrossTimesSince!.Value.Plus(Duration.FromHours(1));
            return await db.SaveChangesAsync();
        });
        var wider = (await host.SheetAsync(1)).LineById(2)!.Dots.Single(d => d.Reading.Id == last);
        Assert.Equal(wider.Judgement.Position.HalfWidth, 1.5 * DotJudge.Judge(wider.Reading.ToObservation(), wider.Ground.ContextFor(wider.Reading.HookupId, wider.Before, wider.Reading)).Position.HalfWidth, 9);

        // With the factor in force the same holes offer nothing more, and the log says who took it.
        Assert.Contains("fits the factor that was taken", Text((await _lead.PageAsync("/truth")).Page, ".verdict-say"), StringComparison.Ordinal);
        Assert.True(await host.StoreAsync(db => db.Log.AnyAsync(e => e.Subject == "FirmSettings:1" && e.Who == "Orla Penhale" && e.After.Contains("AcrossTimes"))));
    }
}
