using System.Net.Http.Json;

namespace GentleMole.Benchmarks;

/// <summary>Budget: the sheet of a job with 500 dots, 95 of 100 within 60 ms, over HTTP from the real process.</summary>
internal static class SheetBench
{
    private const int Dots = 500;
    private const int Requests = 300;

    public static async Task RunAsync()
    {
        await using var server = await BenchServer.StartAsync();
        await server.Device.PostAsJsonAsync("/api/v1/jobs/2/readings", new { readings = Enumerable.Range(0, Dots).Select(Reading) });
        foreach (var path in new[] { "/jobs/2/trace", "/jobs/1/trace", "/jobs" })
        {
            await BenchServer.MeasureAsync(path, Requests, () => server.GetAsync(path));
        }
    }

    private static object Reading(int i) => new
    {
        id = Guid.NewGuid(),
        takenAt = DateTime.UtcNow.AddSeconds(i).ToString("yyyy-MM-dd'T'HH:mm:ss'Z'", null),
        utility = "Norrick Grid",
        eastMetres = i * 0.5,
        northMetres = 10 + Math.Sin(i / 20.0),
        depthMetres = 0.8,
        currentMilliamps = 40.0,
        directionDegrees = 90.0,
    };
}
