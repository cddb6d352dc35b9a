using System.Diagnostics;
using System.Globalization;
using System.Net.ServerSentEvents;
using System.Text;
using System.Text.Json;

namespace GentleMole.Benchmarks;

/// <summary>
/// Eight devices stream 250 samples a second each into jobs of 200,000 samples, somebody looks at each live, and people go on working: how
/// many are kept, how long pages take, and how long from the device's send to the browser's event.
/// </summary>
internal static class LiveBench
{
    private static readonly string[] Modes = ["pass active", "pass power", "pass radio", "pass cathodic"];
    private static readonly TimeSpan Span = TimeSpan.FromSeconds(40);
    private const int Together = 50;
    private const int Filled = 200_000;

    public static async Task RunAsync()
    {
        await using var server = await BenchServer.StartAsync();
        foreach (var stage in new[] { "sweep", "trace" })
        {
            await BenchServer.MeasureAsync($"/jobs/1/{stage}", 60, () => server.GetAsync($"/jobs/1/{stage}"));
        }

        var (empty, one, other) = (await StoreBench.JobAsync(server, gas: true), await StoreBench.JobAsync(server, gas: true), await StoreBench.JobAsync(server, gas: true));
        foreach (var job in new[] { one, other })
        {
            for (var i = 0; i < Filled; i += 2000)
            {
                await SendAsync(server, job, Modes[i / 2000 % 4], i, 2000);
            }
        }

        foreach (var (job, what) in new[] { (empty, "an empty job"), (one, "a job of 200,000 samples") })
        {
            await BenchServer.MeasureAsync($"/sweep of {what}", 100, () => server.GetAsync($"/jobs/{job}/sweep"));
        }

        using var stop = new CancellationTokenSource(Span);
        var (kept, late) = (0, new List<double>());
        var sentAt = new Dictionary<(int, string), (int Last, long At)>();
        var watching = new[] { one, other }.Select(job => Task.Run(() => WatchAsync(server, job, sentAt, late, stop.Token))).ToList();
        await Task.Delay(1500);
        var devices = new[] { one, other }.SelectMany(job => Modes.Select(mode => Task.Run(async () =>
        {
            for (var i = Filled; !stop.IsCancellationRequested; i += Together)
            {
                var began = Stopwatch.GetTimestamp();
                lock (sentAt)
                {
                    sentAt[(job, mode[5..])] = (i + Together - 1, began);
                }

                await SendAsync(server, job, mode, i, Together);
                Interlocked.Add(ref kept, Together);
                await Task.Delay(Math.Max(0, 200 - (int)Stopwatch.GetElapsedTime(began).TotalMilliseconds));
            }
        }))).ToList();
        var since = Stopwatch.GetTimestamp();
        foreach (var stage in new[] { "sweep", "trace", "notice" })
        {
            await BenchServer.MeasureAsync($"/{stage} of it while 8 devices stream", 100, () => server.GetAsync($"/jobs/{one}/{stage}"), () => Task.Delay(60));
        }

        Console.WriteLine(string.Create(CultureInfo.InvariantCulture, $"{kept / Stopwatch.GetElapsedTime(since).TotalSeconds:0} samples/s were kept; {server.Megabytes:0} MB"));
        await stop.CancelAsync();
        await Task.WhenAll([.. devices, .. watching]);
        late.Sort();
        Console.WriteLine(string.Create(CultureInfo.InvariantCulture, $"from send to event: median {late[late.Count / 2]:0} ms, p95 {late[late.Count * 95 / 100]:0} ms, of {late.Count}"));
    }

    private static async Task WatchAsync(BenchServer server, int job, Dictionary<(int, string), (int Last, long At)> sentAt, List<double> late, CancellationToken stop)
    {
        try
        {
            using var answer = await server.Browser.GetAsync(new Uri($"/jobs/{job}/live", UriKind.Relative), HttpCompletionOption.ResponseHeadersRead, stop);
            await using var stream = await answer.Content.ReadAsStreamAsync(stop);
            await foreach (var heard in SseParser.Create(stream).EnumerateAsync(stop))
            {
                if (heard.EventType != "strip")
                {
                    continue;
                }

                using var news = JsonDocument.Parse(heard.Data);
                var key = (job, news.RootElement.GetProperty("mode").GetString()!);
                var last = news.RootElement.GetProperty("points").EnumerateArray().Last()[0].GetDouble();
                lock (sentAt)
                {
                    if (sentAt.TryGetValue(key, out var sent) && Math.Abs(last - East(sent.Last)) < 1e-3)
                    {
                        late.Add(Stopwatch.GetElapsedTime(sent.At).TotalMilliseconds);
                        sentAt.Remove(key);
                    }
                }
            }
        }
        catch (OperationCanceledException)
        {
            // The measure has ended.
        }
    }

    private static double East(int i) => Math.Round(i % 40_000 * 0.05, 3);

    private static async Task SendAsync(BenchServer server, int job, string mode, int from, int count)
    {
        var began = DateTime.UtcNow.AddMinutes(-20);
        var text = new StringBuilder(count * 220).Append("{\"readings\":[");
        for (var i = from; i < from + count; i++)
        {
            var (east, level) = (East(i), 0.05 + (3 / (1 + Math.Pow((East(i) % 8) - 4, 2))));
            text.Append(i == from ? "" : ",").Append(CultureInfo.InvariantCulture, $"{{\"id\":\"{Guid.NewGuid()}\",\"takenAt\":\"{began.AddSeconds(i * 0.004):yyyy-MM-dd'T'HH:mm:ss.fff'Z'}\",\"utility\":\"{mode}\",\"eastMetres\":{east},\"northMetres\":12.5,\"peak\":{level:0.####},\"null\":0}}");
        }

        using var body = new ByteArrayContent(Encoding.UTF8.GetBytes(text.Append("]}").ToString())) { Headers = { { "Content-Type", "application/json" } } };
        using var answer = await server.Device.PostAsync(new Uri($"/api/v1/jobs/{job}/readings", UriKind.Relative), body);
        answer.EnsureSuccessStatusCode();
    }
}
