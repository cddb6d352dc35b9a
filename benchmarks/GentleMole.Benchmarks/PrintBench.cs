using System.Diagnostics;
using System.Globalization;
using System.Net.Http.Json;

namespace GentleMole.Benchmarks;

/// <summary>The sheet as a file for print, over HTTP from the real process: of 500 dots within 1.5 s, some sixty pages within 6 s and 300 MB.</summary>
internal static class PrintBench
{
    public static async Task RunAsync()
    {
        await using var server = await BenchServer.StartAsync();
        await server.GetAsync("/jobs/1/handover");
        await MeasureAsync(server, 1, "", "a job of the demo");
        foreach (var (dots, scale) in new[] { (500, ""), (900, "?scale=50") })
        {
            var job = await StoreBench.JobAsync(server, gas: true);
            for (var i = 0; i < dots; i += 100)
            {
                using var answer = await server.Device.PostAsJsonAsync($"/api/v1/jobs/{job}/readings", new { readings = Enumerable.Range(i, 100).Select(SheetBench.Reading) });
                answer.EnsureSuccessStatusCode();
            }

            await server.AcceptAllAsync(job);
            await MeasureAsync(server, job, scale, $"{dots} dots{(scale.Length > 0 ? " at 1:50" : "")}, the first time");
            await MeasureAsync(server, job, scale, "  again");
        }
    }

    private static async Task MeasureAsync(BenchServer server, int job, string choice, string what)
    {
        var began = Stopwatch.GetTimestamp();
        var pdf = await server.Device.GetByteArrayAsync(new Uri($"/api/v1/jobs/{job}/export/pdf{choice}", UriKind.Relative));
        var pages = System.Text.Encoding.Latin1.GetString(pdf).Split("/Type/Page").Count(p => p.Length > 0 && p[0] is not ('s' or 'M' or 'L')) - 1;
        Console.WriteLine(string.Create(CultureInfo.InvariantCulture, $"{what}: {Stopwatch.GetElapsedTime(began).TotalMilliseconds:0} ms, {pages} pages, {pdf.Length / 1000} kB; the process holds {server.Megabytes:0} MB"));
    }
}
