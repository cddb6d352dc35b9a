using System.Net;
using GentleMole.Core.Hookup;
using GentleMole.Core.Instruments;
using GentleMole.Core.Lines;
using GentleMole.Core.Practice;
using GentleMole.Core.Site;
using GentleMole.Core.Soil;
using GentleMole.Core.Trace;
using GentleMole.StandIns;
using Microsoft.EntityFrameworkCore;
using NodaTime;

namespace GentleMole.Web.Tests.Stages;

/// <summary>The simulated receiver streams through the public API; whatever happens on the way, the job has each reading once.</summary>
public class SimulatedWalkTests(MoleHost host) : IClassFixture<MoleHost>
{
    private static readonly TransmitterProfile Sender = new("t", [8000], [50], 60, 5, 9, 1, 6, 40);
    private static readonly ReceiverProfile Hearer = new("r", [8000], 0.4, 0.05, 0.01, 400);

    private static WalkOrder Order(int seed)
    {
        var supposed = new SupposedGround(
            SoilGround.Of(SoilKind.Loam),
            [new SupposedLine("line-2", "gas", UtilityKind.Gas, [new(46.6, 8.2), new(44.7, 80)], new(0.8), LineBuild.Tracer, new SupposedEnd(EndSupposed.Open), new SupposedEnd(EndSupposed.Earthed))],
            [], []);
        return new WalkOrder(
            1, "Tamsin Gas", StrayGround.Under(supposed, "line-2", seed),
            new HookupTry("line-2", "line-2", HookupMethod.Direct, new(46.6, 8.2), "valve", new(38, 5), 8000, 50), Sender, Hearer, SystemClock.Instance.GetCurrentInstant(), seed);
    }

    [Theory]
    [InlineData(1)]
    [InlineData(2)]
    [InlineData(3)]
    [InlineData(4)]
    public async Task Each_reading_arrives_once_in_spite_of_drops_repeats_and_late_ones(int seed)
    {
        var walk = new WalkingReceiver(host.Device(), Order(seed));
        Task<int> KeptAsync() => host.StoreAsync(async db => await db.Readings.CountAsync(r => r.JobId == 1) + await db.Loose.CountAsync(r => r.JobId == 1));
        var before = await KeptAsync();

        await walk.WalkAsync(TimeSpan.Zero, CancellationToken.None);

        var progress = walk.Progress;
        Assert.True(progress.Ended);
        Assert.Equal("", progress.Trouble);
        Assert.True(progress.Readings > 20);
        Assert.Equal(progress.Readings, progress.Delivered);
        Assert.True(progress.Dropped + progress.Repeated + progress.Late > 0);
        Assert.Equal(before + progress.Readings, await KeptAsync());
    }

    [Fact]
    public void Where_peak_and_null_part_a_row_is_taken_across()
    {
        var taken = Enumerable.Range(1, 8).Select(seed => new WalkingReceiver(host.Device(), Order(seed)).Take()).ToList();
        Assert.Contains(taken, t => t.Any(r => RowAcross.IsNamed(r.Utility)));
        foreach (var walk in taken)
        {
            var at = walk.ToList().FindIndex(r => RowAcross.IsNamed(r.Utility));
            if (at > 0)
            {
                var row = walk.Skip(at).Take(11).ToList();
                var (dot, ahead) = (new SitePoint(walk[at - 1].EastMetres, walk[at - 1].NorthMetres), (new SitePoint(row[0].EastMetres, row[0].NorthMetres) - new SitePoint(row[10].EastMetres, row[10].NorthMetres)).Unit().Right);
                Assert.Equal(11, RowAcross.Of(row.Select(r => (new SitePoint(r.EastMetres, r.NorthMetres), r.Peak, (double?)r.Null)), dot, ahead, 0.05).Count);
            }
        }
    }

    [Fact]
    public void A_seed_makes_the_same_walk_again_and_another_seed_another()
    {
        Assert.Equal(new WalkingReceiver(host.Device(), Order(7) with { StartedAt = default }).Take(), new WalkingReceiver(host.Device(), Order(7) with { StartedAt = default }).Take());
        Assert.NotEqual(
            new WalkingReceiver(host.Device(), Order(7)).Take().Select(r => r.EastMetres), new WalkingReceiver(host.Device(), Order(8)).Take().Select(r => r.EastMetres));
    }

    [Fact]
    public void What_is_read_is_near_the_hidden_line_and_not_near_the_supposed_one_everywhere()
    {
        var order = Order(5);
        var truth = order.Ground.Line("line-2")!.Run;
        var readings = new WalkingReceiver(host.Device(), order).Take().Where(r => !RowAcross.IsNamed(r.Utility)).ToList();
        Assert.True(readings.Count(r => truth.Project(new(r.EastMetres, r.NorthMetres)).Foot.DistanceTo(new(r.EastMetres, r.NorthMetres)) < 0.25) > readings.Count / 2);
    }

    [Fact]
    public async Task A_job_that_is_gone_ends_the_walk_with_its_trouble()
    {
        var walk = new WalkingReceiver(host.Device(), Order(1) with { JobId = 999 });
        await walk.WalkAsync(TimeSpan.Zero, CancellationToken.None);
        Assert.True(walk.Progress.Ended);
        Assert.NotEqual("", walk.Progress.Trouble);
    }

    [Fact]
    public async Task Without_the_demo_nothing_is_simulated()
    {
        await using var real = new EmptyHost();
        Assert.Equal(HttpStatusCode.Unauthorized, (await real.Device().GetAsync(new Uri("/api/v1/jobs", UriKind.Relative))).StatusCode);
        Assert.False(((Web.Stages.WalkDesk)real.Services.GetService(typeof(Web.Stages.WalkDesk))!).Start(Order(1)));
    }
}
