using System.Diagnostics;
using System.Globalization;
using System.Net.Http.Json;

namespace GentleMole.Benchmarks;

/// <summary>
/// Budgets, over HTTP from the real process, for sheets of 500 and of 20,000 dots, undecided and accepted: a page 95 of 100
/// within 60 ms, the verdict on what is typed within 15 ms of processor time.
/// </summary>
internal static class SheetBench
{
    private const int Requests = 200;

    public static async Task RunAsync()
    {
        await using var server = await BenchServer.StartAsync();
        await BenchServer.MeasureAsync("/jobs/1/trace", Requests, () => server.GetAsync("/jobs/1/trace"));
        foreach (var dots in new[] { 500, 20_000 })
        {
            var job = await StoreBench.JobAsync(server, gas: true);
            for (var i = 0; i < dots; i += 500)
            {
                using var answer = await server.Device.PostAsJsonAsync($"/api/v1/jobs/{job}/readings", new { readings = Enumerable.Range(i, 500).Select(Reading) });
                answer.EnsureSuccessStatusCode();
            }

            await MeasureAsync(server, job, $"{dots} dots to be decided");
            await server.AcceptAllAsync(job);
            await MeasureAsync(server, job, $"{dots} accepted dots");
        }

        foreach (var path in new[] { "/jobs", "/notices" })
        {
            await BenchServer.MeasureAsync(path, Requests, () => server.GetAsync(path));
        }
    }

    private static async Task MeasureAsync(BenchServer server, int job, string what)
    {
        Console.WriteLine(what);
        var began = Stopwatch.GetTimestamp();
        await server.GetAsync($"/jobs/{job}/trace");
        Console.WriteLine(string.Create(CultureInfo.InvariantCulture, $"  the first page after that: {Stopwatch.GetElapsedTime(began).TotalMilliseconds:0} ms; the process holds {server.Megabytes:0} MB"));
        foreach (var stage in new[] { "trace", "marks", "hookup", "log" })
        {
            await BenchServer.MeasureAsync($"  /{stage}", Requests, () => server.GetAsync($"/jobs/{job}/{stage}"));
        }

        var page = await server.Browser.GetByteArrayAsync(new Uri($"/jobs/{job}/trace?new=true", UriKind.Relative));
        var token = await server.TokenAsync($"/jobs/{job}/trace?new=true");
        Console.WriteLine($"  /trace has {page.Length / 1000} kB");
        var (cpu, count) = (server.ProcessorTime, 0);
        await BenchServer.MeasureAsync("  one verdict while typing", Requests, async () =>
        {
            using var form = new FormUrlEncodedContent(new Dictionary<string, string>
            {
                ["__RequestVerificationToken"] = token, ["east"] = "40.5", ["north"] = "10", ["depth"] = "0.8", ["nullOffset"] = "0.03", ["current"] = "38",
            });
            using var answer = await server.Browser.PostAsync(new Uri($"/jobs/{job}/trace?handler=Judge", UriKind.Relative), form);
            answer.EnsureSuccessStatusCode();
            count++;
        });
        Console.WriteLine(string.Create(CultureInfo.InvariantCulture, $"  of the processor's time each verdict took {(server.ProcessorTime - cpu).TotalMilliseconds / count:0.0} ms"));
        foreach (var format in new[] { "geojson", "kml", "dxf", "gpkg" })
        {
            began = Stopwatch.GetTimestamp();
            await server.GetAsync($"/jobs/{job}/files/{format}");
            Console.WriteLine(string.Create(CultureInfo.InvariantCulture, $"  {format}: {Stopwatch.GetElapsedTime(began).TotalMilliseconds:0} ms; the process holds {server.Megabytes:0} MB"));
        }
    }

    public static object Reading(int i) => new
    {
        id = Guid.NewGuid(),
        takenAt = DateTime.UtcNow.AddSeconds(i - 40_000).ToString("yyyy-MM-dd'T'HH:mm:ss'Z'", null),
        utility = "gas",
        eastMetres = i * 0.5,
        northMetres = 10 + Math.Sin(i / 20.0),
        depthMetres = 0.8 + (0.05 * Math.Sin(i)),
        currentMilliamps = 40.0 - (i * 0.001),
        directionDegrees = 90.0,
    };
}
