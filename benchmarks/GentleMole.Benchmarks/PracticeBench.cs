using System.Diagnostics;
using System.Globalization;
using System.Net.Http.Json;
using System.Text.Json;

namespace GentleMole.Benchmarks;

/// <summary>Rounds in the practice yard, over HTTP from the real process: a round starts within 500 ms, a call of 100 readings is answered within 60 ms, twenty rounds at once.</summary>
internal static class PracticeBench
{
    private const int Readings = 100;
    private const int Players = 20;
    private const int Calls = 30;

    /// <summary>Two calls a second are 12 m of way a second: nobody walks like that, but a mouse does.</summary>
    private static readonly TimeSpan Pace = TimeSpan.FromMilliseconds(500);

    public static async Task RunAsync()
    {
        await using var server = await BenchServer.StartAsync();
        var yards = (await server.Device.GetFromJsonAsync<JsonElement>("/api/v1/practice/yards")).EnumerateArray().Select(y => y.GetProperty("yard").GetString()!).ToList();
        List<double> starts = [], hooks = [], reads = [];
        for (var seed = 1; seed <= 3; seed++)
        {
            foreach (var yard in yards)
            {
                await PlayAsync(server, yard, seed, 5, TimeSpan.Zero, starts, hooks, reads);
            }
        }

        Say("one round after the other: start", starts);
        Say("  hookup", hooks);
        Say($"  call of {Readings} readings", reads);
        (starts, hooks, reads) = ([], [], []);
        await Task.WhenAll(Enumerable.Range(0, Players).Select(async k =>
        {
            // People do not begin in the same moment.
            await Task.Delay(Pace / Players * k);
            await PlayAsync(server, yards[k % yards.Count], 100 + k, Calls, Pace, starts, hooks, reads);
        }));
        Say($"{Players} rounds at once: start", starts);
        Say("  hookup", hooks);
        Say($"  call of {Readings} readings, each player twice a second", reads);
    }

    private static async Task PlayAsync(BenchServer server, string yard, int seed, int calls, TimeSpan pace, List<double> starts, List<double> hooks, List<double> reads)
    {
        var round = await TimedAsync(server, "/api/v1/practice/rounds", new { yard, seed }, starts);
        var path = $"/api/v1/practice/rounds/{round.GetProperty("id")}";
        var corner = round.GetProperty("area")[0];
        var (east, north) = (corner[0].GetDouble(), corner[1].GetDouble());
        await TimedAsync(server, path + "/hookups", new { method = "induction", box = new { eastMetres = east, northMetres = north, azimuthDegrees = 30 }, frequencyHertz = 32768, setMilliamps = 100 }, hooks);
        for (var call = 0; call < calls; call++)
        {
            var began = Stopwatch.GetTimestamp();
            await TimedAsync(server, path + "/readings", new
            {
                readings = Enumerable.Range(0, Readings).Select(i => new { eastMetres = east - 3 - (0.02 * i), northMetres = north - 0.5 - (0.1 * call), heightMetres = 0.05, headingDegrees = 30 }),
            }, reads);
            if (pace - Stopwatch.GetElapsedTime(began) is { Ticks: > 0 } left)
            {
                await Task.Delay(left);
            }
        }
    }

    private static async Task<JsonElement> TimedAsync(BenchServer server, string path, object body, List<double> taken)
    {
        var began = Stopwatch.GetTimestamp();
        using var answer = await server.Device.PostAsJsonAsync(new Uri(path, UriKind.Relative), body);
        var told = await answer.Content.ReadFromJsonAsync<JsonElement>();
        var milliseconds = Stopwatch.GetElapsedTime(began).TotalMilliseconds;
        if (!answer.IsSuccessStatusCode)
        {
            throw new InvalidOperationException($"{path}: {told}");
        }

        lock (taken)
        {
            taken.Add(milliseconds);
        }

        return told;
    }

    private static void Say(string what, List<double> taken)
    {
        taken.Sort();
        Console.WriteLine(string.Create(CultureInfo.InvariantCulture, $"{what}: median {taken[taken.Count / 2]:0} ms, p95 {taken[taken.Count * 95 / 100]:0} ms, worst {taken[^1]:0} ms of {taken.Count}"));
    }
}
