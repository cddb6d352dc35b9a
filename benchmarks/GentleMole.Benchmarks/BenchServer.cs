using System.Diagnostics;
using System.Net.Http.Headers;
using System.Net.Sockets;
using System.Text.RegularExpressions;

namespace GentleMole.Benchmarks;

/// <summary>The real process on a directory of its own, with a device's token and the lead's session.</summary>
internal sealed partial class BenchServer : IAsyncDisposable
{
    private readonly Process _process;
    private readonly DirectoryInfo _data;

    private BenchServer(Process process, DirectoryInfo data, Uri address)
    {
        (_process, _data) = (process, data);
        Device = new HttpClient { BaseAddress = address };
        Device.DefaultRequestHeaders.Authorization = new AuthenticationHeaderValue("Bearer", "demo-field-token");
        Browser = new HttpClient { BaseAddress = address };
    }

    public HttpClient Device { get; }

    public HttpClient Browser { get; }

    /// <summary>Length of the write-ahead file, MB.</summary>
    public double JournalMegabytes => new FileInfo(Path.Combine(_data.FullName, "gentle-mole.db-wal")) is { Exists: true } journal ? journal.Length / 1e6 : 0;

    /// <summary>Memory that the process holds now, MB.</summary>
    public double Megabytes
    {
        get
        {
            _process.Refresh();
            return _process.WorkingSet64 / 1e6;
        }
    }

    [GeneratedRegex("name=\"__RequestVerificationToken\"[^>]*value=\"([^\"]+)\"")]
    private static partial Regex TokenShape();

    /// <param name="prepare">Fills the directory before the process starts on it.</param>
    public static async Task<BenchServer> StartAsync(Func<string, Task>? prepare = null)
    {
        var data = Directory.CreateTempSubdirectory("mole-bench-");
        var port = FreePort();
        if (prepare is not null)
        {
            await prepare(data.FullName);
        }

        var web = Path.Combine(AppContext.BaseDirectory, "GentleMole.Web.dll");
        var process = Process.Start(new ProcessStartInfo("dotnet",
            [web, "--urls", $"http://127.0.0.1:{port}", "--Data", data.FullName, "--Demo", "true", "--Centre", "off", "--Logging:LogLevel:Default", "Warning"]))!;
        var server = new BenchServer(process, data, new Uri($"http://127.0.0.1:{port}"));
        await server.ReadyAsync();
        await server.Browser.PostAsync(new Uri("/sign-in?handler=Demo", UriKind.Relative), new FormUrlEncodedContent(new Dictionary<string, string>
        {
            ["who"] = "orla", ["__RequestVerificationToken"] = await server.TokenAsync("/sign-in"),
        }));
        return server;
    }

    public async Task<string> TokenAsync(string path) =>
        TokenShape().Match(await Browser.GetStringAsync(new Uri(path, UriKind.Relative))).Groups[1].Value;

    /// <summary>Times a call over and over and says median and 95 of 100.</summary>
    public static async Task MeasureAsync(string name, int times, Func<Task> call, Func<Task>? before = null)
    {
        var taken = new List<double>();
        for (var i = 0; i < times + 20; i++)
        {
            if (before is not null)
            {
                await before();
            }

            var started = Stopwatch.GetTimestamp();
            await call();
            if (i >= 20)
            {
                taken.Add(Stopwatch.GetElapsedTime(started).TotalMilliseconds);
            }
        }

        taken.Sort();
        Console.WriteLine($"{name}: median {taken[taken.Count / 2]:0.0} ms, p95 {taken[taken.Count * 95 / 100]:0.0} ms over {times}");
    }

    public Task GetAsync(string path) => Browser.GetByteArrayAsync(new Uri(path, UriKind.Relative));

    public async ValueTask DisposeAsync()
    {
        _process.Kill();
        await _process.WaitForExitAsync();
        _process.Dispose();
        Device.Dispose();
        Browser.Dispose();
        _data.Delete(true);
    }

    private async Task ReadyAsync()
    {
        for (var i = 0; i < 150; i++)
        {
            try
            {
                if ((await Device.GetAsync(new Uri("/health/ready", UriKind.Relative))).IsSuccessStatusCode)
                {
                    return;
                }
            }
            catch (HttpRequestException)
            {
                await Task.Delay(100);
            }
        }

        throw new TimeoutException("The application did not become ready in 15 s.");
    }

    private static int FreePort()
    {
        using var probe = new TcpListener(System.Net.IPAddress.Loopback, 0);
        probe.Start();
        return ((System.Net.IPEndPoint)probe.LocalEndpoint).Port;
    }
}
