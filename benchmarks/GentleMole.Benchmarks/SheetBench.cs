using System.Diagnostics;
using System.Net.Http.Headers;
using System.Net.Http.Json;
using System.Net.Sockets;

namespace GentleMole.Benchmarks;

/// <summary>Budget: the sheet of a job with 500 dots, 95 of 100 within 60 ms, over HTTP from the real process.</summary>
internal static class SheetBench
{
    private const int Dots = 500;
    private const int Requests = 300;

    public static async Task RunAsync()
    {
        var data = Directory.CreateTempSubdirectory("mole-bench-");
        var port = FreePort();
        var web = Path.Combine(AppContext.BaseDirectory, "GentleMole.Web.dll");
        using var server = Process.Start(new ProcessStartInfo("dotnet", [web, "--urls", $"http://127.0.0.1:{port}", "--Data", data.FullName, "--Demo", "true", "--Logging:LogLevel:Default", "Warning"]))!;
        try
        {
            using var http = new HttpClient { BaseAddress = new Uri($"http://127.0.0.1:{port}") };
            http.DefaultRequestHeaders.Authorization = new AuthenticationHeaderValue("Bearer", "demo-field-token");
            await ReadyAsync(http);
            await http.PostAsJsonAsync("/api/v1/jobs/2/readings", new { readings = Enumerable.Range(0, Dots).Select(Reading) });
            await MeasureAsync(http, "/jobs/2/trace");
            await MeasureAsync(http, "/jobs/1/trace");
            await MeasureAsync(http, "/jobs");
        }
        finally
        {
            server.Kill();
            await server.WaitForExitAsync();
            data.Delete(true);
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

    private static async Task MeasureAsync(HttpClient http, string path)
    {
        var times = new List<double>();
        for (var i = 0; i < Requests + 20; i++)
        {
            var started = Stopwatch.GetTimestamp();
            var body = await http.GetByteArrayAsync(new Uri(path, UriKind.Relative));
            if (i >= 20)
            {
                times.Add(Stopwatch.GetElapsedTime(started).TotalMilliseconds);
            }

            if (i == 0)
            {
                Console.WriteLine($"{path}: {body.Length / 1024} KiB");
            }
        }

        times.Sort();
        Console.WriteLine($"{path}: median {times[times.Count / 2]:0.0} ms, p95 {times[times.Count * 95 / 100]:0.0} ms over {Requests} requests");
    }

    private static async Task ReadyAsync(HttpClient http)
    {
        for (var i = 0; i < 100; i++)
        {
            try
            {
                if ((await http.GetAsync(new Uri("/health/ready", UriKind.Relative))).IsSuccessStatusCode)
                {
                    return;
                }
            }
            catch (HttpRequestException)
            {
                await Task.Delay(100);
            }
        }

        throw new TimeoutException("The application did not become ready in 10 s.");
    }

    private static int FreePort()
    {
        using var probe = new TcpListener(System.Net.IPAddress.Loopback, 0);
        probe.Start();
        return ((System.Net.IPEndPoint)probe.LocalEndpoint).Port;
    }
}
