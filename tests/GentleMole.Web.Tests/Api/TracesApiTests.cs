using System.Net;
using System.Text.Json;
using GentleMole.Core.Practice;
using GentleMole.Core.Radar;
using GentleMole.Core.Site;
using GentleMole.StandIns;
using GentleMole.Store;
using GentleMole.Store.Log;
using GentleMole.Store.Model;
using GentleMole.Store.Radar;
using Microsoft.EntityFrameworkCore;
using Microsoft.Extensions.DependencyInjection;

namespace GentleMole.Web.Tests.Api;

/// <summary>A cart that sends its traces while it is pushed: each once, whatever the connection does, and on the disk before it is told so.</summary>
public class TracesApiTests(MoleHost host) : IClassFixture<MoleHost>
{
    private const string Path = "/api/v1/jobs/2/radar/traces";

    private DataFolder Folder => host.Services.GetRequiredService<DataFolder>();

    private static object Trace(int number, int samples = 16, double? along = null) => new { number, countedMetres = along ?? (0.05 * number), samples = Enumerable.Range(0, samples).Select(k => (double)((number * 7) + k)) };

    private static string Lot(Guid walk, IEnumerable<object> traces, bool ended = false, int samples = 16) => JsonSerializer.Serialize(new
    {
        walk, name = "bank 1", startEastMetres = 4, startNorthMetres = 8, bearingDegrees = 90, wheelFactor = 1.01, sampleIntervalNanoseconds = 0.2, samples, antennaSeparationMetres = 0.14, centreMegahertz = 400, traces, ended,
    });

    private async Task<(HttpStatusCode Status, JsonElement Body)> SendAsync(string json, string path = Path)
    {
        var answer = await host.Device().PostTextAsync(path, json);
        return (answer.StatusCode, await answer.JsonAsync());
    }

    private Task<LogVerdict> VerifiedAsync() => LogChain.VerifyAsync(new StoreFile(Folder));

    private Task<WalkedProfile?> WalkAsync(Guid walk) => host.StoreAsync(db => db.WalkedProfiles.AsNoTracking().Include(w => w.Profile).SingleOrDefaultAsync(w => w.ProfileId == walk));

    [Fact]
    public async Task Traces_come_in_any_order_more_than_once_and_make_one_profile()
    {
        var walk = Guid.NewGuid();
        var (status, body) = await SendAsync(Lot(walk, [Trace(10), Trace(11), Trace(12)]));
        Assert.Equal((HttpStatusCode.OK, 3, 0, 3), (status, body.GetProperty("accepted").GetInt32(), body.GetProperty("duplicates").GetInt32(), body.GetProperty("traces").GetInt32()));
        (_, body) = await SendAsync(Lot(walk, [Trace(11), Trace(12), Trace(13), Trace(13)]));
        Assert.Equal((1, 3, 4), (body.GetProperty("accepted").GetInt32(), body.GetProperty("duplicates").GetInt32(), body.GetProperty("traces").GetInt32()));
        await SendAsync(Lot(walk, Enumerable.Range(0, 6).Select(i => Trace(i))));

        // While it is walked it can be looked at, verified and backed up.
        var open = (await WalkAsync(walk))!;
        Assert.True(open.Profile!.IsOpen);
        Assert.Equal(10, open.Profile.Traces);
        Assert.Equal(HttpStatusCode.OK, (await host.Browser("jem").PageAsync($"/jobs/2/radar?profile={open.Id}")).Status);
        Assert.True((await VerifiedAsync()).IsWhole);

        (_, body) = await SendAsync(Lot(walk, [Trace(6)], ended: true));
        Assert.Equal(11, body.GetProperty("traces").GetInt32());
        var done = (await WalkAsync(walk))!;
        Assert.False(done.Profile!.IsOpen);
        var profile = (await TraceFile.TakeAsync(Folder, done.Profile))!;
        Assert.Equal([0, 1, 2, 3, 4, 5, 6, 10, 11, 12, 13], profile.AlongMetres.Select(a => (int)Math.Round(a / 0.05)));
        Assert.Equal(Enumerable.Range(0, 16).Select(k => (float)(70 + k)), profile.Trace(7).ToArray());
        Assert.Equal((4.0, 8.0, 1.01), (done.StartEastMetres!.Value, done.StartNorthMetres!.Value, done.WheelFactor));
        Assert.Empty(Directory.EnumerateFiles(Folder.Radar, $"{walk:N}.*.part"));

        // The device did not hear the last answer: what it sends again counts as known; what is new comes too late.
        (status, body) = await SendAsync(Lot(walk, [Trace(6)], ended: true));
        Assert.Equal((HttpStatusCode.OK, 0, 1), (status, body.GetProperty("accepted").GetInt32(), body.GetProperty("duplicates").GetInt32()));
        Assert.Equal(HttpStatusCode.Conflict, (await SendAsync(Lot(walk, [Trace(99)]))).Status);
        Assert.Equal(HttpStatusCode.Conflict, (await SendAsync(Lot(walk, [Trace(6)]), "/api/v1/jobs/1/radar/traces")).Status);
        Assert.True((await VerifiedAsync()).IsWhole);
    }

    [Fact]
    public async Task A_part_that_somebody_altered_is_named_and_a_walk_that_stops_is_ended_by_hand()
    {
        var walk = Guid.NewGuid();
        await SendAsync(Lot(walk, [Trace(0), Trace(1)]));
        var path = Folder.RadarPartFile(walk, 0);
        var bytes = await File.ReadAllBytesAsync(path);
        bytes[^1] ^= 1;
        await File.WriteAllBytesAsync(path, bytes);
        var verdict = await VerifiedAsync();
        Assert.False(verdict.IsWhole);
        Assert.StartsWith("RadarPart:", verdict.Difference!.Subject, StringComparison.Ordinal);
        bytes[^1] ^= 1;
        await File.WriteAllBytesAsync(path, bytes);

        var walked = (await WalkAsync(walk))!;
        Assert.Equal(HttpStatusCode.Redirect, (await host.Browser("jem").SendAsync($"/jobs/2/radar/collect?profile={walked.Id}", "End")).Response.StatusCode);
        Assert.False((await WalkAsync(walk))!.Profile!.IsOpen);
        Assert.True((await VerifiedAsync()).IsWhole);
    }

    [Fact]
    public async Task Many_lots_of_one_walk_at_once_are_each_taken_once()
    {
        var walk = Guid.NewGuid();
        var answers = await Task.WhenAll(Enumerable.Range(0, 24).Select(i => SendAsync(Lot(walk, Enumerable.Range(i / 2 * 5, 5).Select(k => Trace(k))))));
        Assert.All(answers, a => Assert.Equal(HttpStatusCode.OK, a.Status));
        Assert.Equal(60, answers.Sum(a => a.Body.GetProperty("accepted").GetInt32()));
        Assert.Equal(60, (await WalkAsync(walk))!.Profile!.Traces);
    }

    [Fact]
    public async Task What_is_wrong_is_named_and_nothing_is_stored()
    {
        var walk = Guid.NewGuid();
        async Task RefusedAsync(string field, object lot)
        {
            var (status, body) = await SendAsync(JsonSerializer.Serialize(lot));
            Assert.Equal(HttpStatusCode.BadRequest, status);
            Assert.Contains(field, body.GetProperty("errors").EnumerateObject().Select(e => e.Name));
        }

        object[] good = [Trace(0)];
        await RefusedAsync("walk", new { walk = "mine", sampleIntervalNanoseconds = 0.1, samples = 16, traces = good });
        await RefusedAsync("samples", new { walk, sampleIntervalNanoseconds = 0.1, samples = 0, traces = good });
        await RefusedAsync("sampleIntervalNanoseconds", new { walk, sampleIntervalNanoseconds = 1e-10, samples = 16, traces = good });
        await RefusedAsync("sampleIntervalNanoseconds", new { walk, samples = 16, traces = good });
        await RefusedAsync("traces", new { walk, sampleIntervalNanoseconds = 0.1, samples = 16 });
        await RefusedAsync("traces[0].samples", new { walk, sampleIntervalNanoseconds = 0.1, samples = 17, traces = good });
        await RefusedAsync("traces[0].samples[1]", new { walk, sampleIntervalNanoseconds = 0.1, samples = 2, traces = new[] { new { number = 0, countedMetres = 0, samples = new[] { 1, 1e300 } } } });
        await RefusedAsync("traces[0].number", new { walk, sampleIntervalNanoseconds = 0.1, samples = 2, traces = new[] { new { number = -1, countedMetres = 0, samples = new[] { 1, 1 } } } });
        await RefusedAsync("startEastMetres", new { walk, startEastMetres = 3, sampleIntervalNanoseconds = 0.1, samples = 16, traces = good });
        await RefusedAsync("startEastMetres", new { walk, startEastMetres = 1e300, startNorthMetres = 3, bearingDegrees = 3, sampleIntervalNanoseconds = 0.1, samples = 16, traces = good });
        await RefusedAsync("wheelFactor", new { walk, wheelFactor = 0, sampleIntervalNanoseconds = 0.1, samples = 16, traces = good });
        Assert.Equal(HttpStatusCode.NotFound, (await SendAsync(Lot(walk, good), "/api/v1/jobs/987/radar/traces")).Status);
        Assert.Null(await WalkAsync(walk));
    }

    /// <summary>The simulated cart, with dropped connections, traces sent twice and late ones: all of what it took arrives, in its order.</summary>
    [Fact]
    public async Task The_simulated_cart_brings_what_it_took()
    {
        var way = new Run([new SitePoint(5, 9), new SitePoint(11, 9)]);
        var ground = new RadarGround(6, 0.05, [new SoilLayer(0, 9, 0.003)], [new BuriedBody(BuriedKind.Metal, 3, 0.7, 0.05)], 0.14, 4e8, 4, 256, 0.2);
        for (var seed = 0; seed < 4; seed++)
        {
            var cart = new RadarCart(host.Device(), new CartOrder(2, $"cart {seed} (simulated)", way, ground, 1.004, seed));
            await cart.WalkAsync(TimeSpan.Zero, CancellationToken.None);
            Assert.Equal("", cart.Progress.Trouble);
            var walked = await host.StoreAsync(db => db.WalkedProfiles.AsNoTracking().Include(w => w.Profile).SingleAsync(w => w.Name == $"cart {seed} (simulated)"));
            Assert.False(walked.Profile!.IsOpen);
            Assert.Equal(cart.Progress.Readings, walked.Profile.Traces);
            var profile = (await TraceFile.TakeAsync(Folder, walked.Profile))!;
            Assert.Equal(profile.AlongMetres.Order(), profile.AlongMetres);
            Assert.Contains(TargetSearch.Of(profile).Targets, t => Math.Abs(t.Along.Value - (3 / 1.004)) < 0.1 && Math.Abs(t.Cover.Value - 0.7) < 0.05);
        }
    }

    [Fact]
    public async Task A_simulated_cart_walks_one_line_after_the_other()
    {
        var ground = new RadarGround(4, 0.05, [new SoilLayer(0, 9, 0.003)], [], 0.14, 4e8, 4, 128, 0.2);
        var round = new CartRound(host.Device(), [.. Enumerable.Range(0, 3).Select(i => new CartOrder(2, $"round {i} (simulated)", new Run([new SitePoint(5, 20 + i), new SitePoint(9, 20 + i)]), ground, 1, 70 + i))]);
        await round.WalkAsync(TimeSpan.Zero, CancellationToken.None);
        Assert.Equal(("", true), (round.Progress.Trouble, round.Progress.Ended));
        Assert.Equal(round.Progress.Readings, round.Progress.Delivered);
        var walked = await host.StoreAsync(db => db.WalkedProfiles.AsNoTracking().Include(w => w.Profile).Where(w => w.Name.StartsWith("round ")).OrderBy(w => w.Number).ToListAsync());
        Assert.Equal([20, 21, 22], walked.Select(w => w.StartNorthMetres!.Value));
        Assert.All(walked, w => Assert.False(w.Profile!.IsOpen));
        Assert.Equal(round.Progress.Readings, walked.Sum(w => w.Profile!.Traces));
    }
}
