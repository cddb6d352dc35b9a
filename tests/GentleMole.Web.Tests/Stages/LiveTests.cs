using System.Net;
using System.Net.Http.Json;
using System.Net.ServerSentEvents;
using System.Text.Json;
using GentleMole.Web.Live;
using GentleMole.Web.Sheet;
using Microsoft.EntityFrameworkCore;
using Microsoft.Extensions.DependencyInjection;
using NodaTime;
using NodaTime.Text;

namespace GentleMole.Web.Tests.Stages;

/// <summary>What a device sends reaches those who look while it comes, once, whatever the connection does.</summary>
public class LiveTests(MoleHost host) : IClassFixture<MoleHost>
{
    private static readonly TimeSpan Patience = TimeSpan.FromSeconds(20);

    private static readonly Instant Began = SystemClock.Instance.GetCurrentInstant() - Duration.FromMinutes(1);

    private static string Body(int from, int count, string word, string seed, double east = 500, int every = 1) => JsonSerializer.Serialize(new
    {
        readings = Enumerable.Range(from, count).Where(k => k % every == 0).Select(k => new
        {
            id = new Guid(System.Security.Cryptography.SHA256.HashData(System.Text.Encoding.UTF8.GetBytes($"{seed}/{k}")).AsSpan(0, 16)),
            takenAt = InstantPattern.ExtendedIso.Format(Began + Duration.FromMilliseconds(50 * k)),
            utility = word, eastMetres = east + (0.05 * k), northMetres = 20.0, peak = 1 / (1 + Math.Pow((0.05 * k) - 5, 2)), depthMetres = k == 100 ? 0.9 : (double?)null,
        }),
    });

    private async Task SendAsync(string body) => (await host.Device().PostTextAsync("/api/v1/jobs/2/readings", body)).EnsureSuccessStatusCode();

    /// <summary>Listens as a browser does until something is heard.</summary>
    private async Task<JsonElement> HearAsync(Func<string, JsonElement, bool> until, Func<Task>? once = null)
    {
        using var patience = new CancellationTokenSource(Patience);
        using var answer = await host.Browser("jem").GetAsync(new Uri("/jobs/2/live", UriKind.Relative), HttpCompletionOption.ResponseHeadersRead, patience.Token);
        Assert.Equal("text/event-stream", answer.Content.Headers.ContentType?.MediaType);
        await using var stream = await answer.Content.ReadAsStreamAsync(patience.Token);
        var told = false;
        await foreach (var heard in SseParser.Create(stream).EnumerateAsync(patience.Token))
        {
            if (!told && once is not null)
            {
                told = true;
                await once();
            }

            var data = heard.Data.Length > 0 ? JsonDocument.Parse(heard.Data).RootElement.Clone() : default;
            if (until(heard.EventType, data))
            {
                return data;
            }
        }

        throw new InvalidOperationException("The stream ended.");
    }

    private static int Held(JsonElement strip) => strip.GetProperty("from").GetInt32() + strip.GetProperty("points").GetArrayLength();

    private static JsonElement Crossing(JsonElement strip) => Assert.Single(strip.GetProperty("crossings").EnumerateArray());

    [Fact]
    public async Task Samples_are_told_as_they_come_late_and_double_ones_once_and_what_was_crossed_with_its_doubt()
    {
        var first = await HearAsync((type, data) => type == "strip" && data.GetProperty("mode").GetString() == "active" && Held(data) >= 100, async () =>
        {
            await SendAsync(Body(0, 80, "pass active", "a"));
            await SendAsync(Body(120, 80, "pass active", "a"));
        });
        Assert.Equal("token of the demo", first.GetProperty("who").GetString());

        // What was held back and what is sent twice; whoever comes anew hears all of it.
        await SendAsync(Body(60, 80, "pass active", "a"));
        await SendAsync(Body(0, 200, "pass active", "a"));
        var whole = await HearAsync((type, data) => type == "strip" && data.GetProperty("mode").GetString() == "active" && Held(data) >= 200);

        Assert.Equal((0, 200), (whole.GetProperty("from").GetInt32(), Held(whole)));
        var crossing = Crossing(whole);
        Assert.Equal(505, crossing.GetProperty("east").GetDouble(), 1);
        Assert.Equal(0.9, crossing.GetProperty("depth").GetDouble(), 6);
        Assert.InRange(crossing.GetProperty("within").GetDouble(), 0.001, 0.1);
        Assert.Equal(9.95, whole.GetProperty("points").EnumerateArray().Last()[2].GetDouble(), 2);
    }

    [Fact]
    public async Task A_crossing_is_taken_with_one_touch_and_two_who_take_it_make_one_dot()
    {
        await SendAsync(Body(0, 200, "pass induction", "b", east: 540));
        var crossing = Crossing(await HearAsync((type, data) => type == "strip" && data.GetProperty("mode").GetString() == "induction"));
        var line = await host.StoreAsync(db => db.Lines.AsNoTracking().Where(l => l.JobId == 2).Select(l => l.Id).FirstAsync());
        var id = crossing.GetProperty("id").GetGuid();
        (string, string)[] fields =
        [
            ("newId", id.ToString()), ("east", crossing.GetProperty("east").GetDouble() + " m"), ("north", crossing.GetProperty("north").GetDouble() + " m"),
            ("depth", crossing.GetProperty("depth").GetDouble() + " m"), ("current", ""), ("direction", ""),
        ];
        foreach (var who in new[] { "jem", "orla" })
        {
            var browser = host.Browser(who);
            await MoleHost.AcceptCautionsAsync(browser, 2);
            var (answer, page) = await browser.SendAsync($"/jobs/2/trace?line={line}&new=true", "Take", fields);
            Assert.True(answer.StatusCode == HttpStatusCode.Redirect, page.QuerySelector(".invalid-feedback")?.TextContent);
            Assert.Contains($"dot={id}", answer.Headers.Location!.ToString(), StringComparison.OrdinalIgnoreCase);
        }

        var dot = await host.StoreAsync(db => db.Readings.AsNoTracking().SingleAsync(r => r.Id == id));
        Assert.Equal((Store.Model.DotState.Taken, 545, 0.9), (dot.State, Math.Round(dot.EastMetres), dot.DepthMetres));
        Assert.Equal(1, await host.StoreAsync(db => db.Readings.CountAsync(r => r.JobId == 2 && r.NorthMetres == dot.NorthMetres && r.EastMetres == dot.EastMetres)));
    }

    [Theory]
    [InlineData("newId", "not an id")]
    [InlineData("east", "1e300 m")]
    [InlineData("depth", "-3 m")]
    public async Task A_crossing_that_is_none_is_told(string field, string value)
    {
        var browser = host.Browser("jem");
        await MoleHost.AcceptCautionsAsync(browser, 2);
        var before = await host.StoreAsync(db => db.Readings.CountAsync(r => r.JobId == 2));
        var line = await host.StoreAsync(db => db.Lines.AsNoTracking().Where(l => l.JobId == 2).Select(l => l.Id).FirstAsync());
        var fields = new Dictionary<string, string> { ["newId"] = Guid.NewGuid().ToString(), ["east"] = "3 m", ["north"] = "4 m", ["depth"] = "1 m", [field] = value };
        var (answer, page) = await browser.SendAsync($"/jobs/2/trace?line={line}&new=true", "Take", [.. fields.Select(f => (f.Key, f.Value))]);

        Assert.Equal(HttpStatusCode.OK, answer.StatusCode);
        Assert.NotEmpty(page.QuerySelectorAll(".invalid-feedback"));
        Assert.Equal(before, await host.StoreAsync(db => db.Readings.CountAsync(r => r.JobId == 2)));
    }

    [Fact]
    public async Task Dots_that_a_device_sends_say_that_the_sheet_has_changed()
    {
        var heard = await HearAsync((type, _) => type == "sheet", () => SendAsync(Body(0, 1, "some word of its own", Guid.NewGuid().ToString())));
        Assert.Equal(JsonValueKind.Undefined, heard.ValueKind);
    }

    [Fact]
    public async Task What_the_kept_sheet_counts_batch_by_batch_is_what_is_stored()
    {
        async Task<LooseEvidence> KeptAsync()
        {
            await using var scope = host.Services.CreateAsyncScope();
            return (await scope.ServiceProvider.GetRequiredService<SheetLoader>().LoadAsync(2, default))!.Loose;
        }

        foreach (var (word, seed, count) in new[] { ("pass cathodic", "k1", 30), ("pass cathodic", "k2", 7), ("a word of nobody", "k3", 3), ("pass cathodic", "k4", 5), ("a word of nobody", "k5", 2), ("a word of nobody", "k5", 2) })
        {
            await SendAsync(Body(0, count, word, seed, east: 700));
            var (kept, stored) = (await KeptAsync(), (await host.SheetAsync(2)).Loose);
            Assert.Equal((stored.Count, stored.OfPasses, stored.LastBlock), (kept.Count, kept.OfPasses, kept.LastBlock));
            Assert.Equal(stored.Samples, kept.Samples);
            Assert.Equal(stored.Words.OrderBy(w => w.Key), kept.Words.OrderBy(w => w.Key));
        }
    }

    [Fact]
    public async Task With_nobody_looking_nothing_is_held_and_jobs_that_are_none_have_no_stream()
    {
        await SendAsync(Body(0, 40, "pass radio", "c", east: 600));
        var desk = host.Services.GetRequiredService<LiveDesk>();
        Assert.Equal(0, desk.HeldOf(3));
        Assert.Equal(HttpStatusCode.NotFound, (await host.Browser("jem").GetAsync(new Uri("/jobs/99999/live", UriKind.Relative))).StatusCode);
        var stranger = await host.Browser(null).GetAsync(new Uri("/jobs/2/live", UriKind.Relative));
        Assert.NotEqual(HttpStatusCode.OK, stranger.StatusCode);

        await HearAsync((type, data) => type == "strip" && data.GetProperty("mode").GetString() == "radio");
        for (var i = 0; i < 50 && desk.HeldOf(2) > 0; i++)
        {
            await Task.Delay(100);
            await SendAsync(Body(40 + i, 1, "pass radio", "c", east: 600));
        }

        Assert.Equal(0, desk.HeldOf(2));
    }
}
