using System.Diagnostics;
using System.Net.Http.Headers;
using System.Net.Sockets;
using System.Text.RegularExpressions;
using Microsoft.Data.Sqlite;

namespace GentleMole.Benchmarks;

/// <summary>The real process on a directory of its own, with a device's token and the lead's session.</summary>
internal sealed partial class BenchServer : IAsyncDisposable
{
    private Process _process;
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

    public TimeSpan ProcessorTime
    {
        get
        {
            _process.Refresh();
            return _process.TotalProcessorTime;
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

        var address = new Uri($"http://127.0.0.1:{port}");
        var server = new BenchServer(Launch(data, address), data, address);
        await server.ReadyAsync();
        await server.Browser.PostAsync(new Uri("/sign-in?handler=Demo", UriKind.Relative), new FormUrlEncodedContent(new Dictionary<string, string>
        {
            ["who"] = "orla", ["__RequestVerificationToken"] = await server.TokenAsync("/sign-in"),
        }));
        return server;
    }

    private static Process Launch(DirectoryInfo data, Uri address) => Process.Start(new ProcessStartInfo(
        "dotnet",
        [
            Path.Combine(AppContext.BaseDirectory, "GentleMole.Web.dll"), "--urls", address.ToString(), "--Data", data.FullName,
            "--Demo", "true", "--Centre", "off", "--Logging:LogLevel:Default", "Warning", "--Pages:RequestsPerMinute", "1000000",
        ]))!;

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

    /// <summary>Has the line go through all dots of a job: written into the file of the stopped process.</summary>
    public async Task AcceptAllAsync(int job)
    {
        _process.Kill();
        await _process.WaitForExitAsync();
        _process.Dispose();
        await using (var connection = new SqliteConnection($"Data Source={Path.Combine(_data.FullName, "gentle-mole.db")};Pooling=False"))
        {
            await connection.OpenAsync();
            await using var command = connection.CreateCommand();
            command.CommandText = "UPDATE Readings SET State = 1 WHERE JobId = $job";
            command.Parameters.AddWithValue("$job", job);
            await command.ExecuteNonQueryAsync();
        }

        _process = Launch(_data, Device.BaseAddress!);
        await ReadyAsync();
        for (var i = 0; i < 60; i++)
        {
            await GetAsync("/jobs/1/trace");
        }
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
        for (var i = 0; i < 900; i++)
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

        throw new TimeoutException("The application did not become ready in a minute and a half.");
    }

    private static int FreePort()
    {
        using var probe = new TcpListener(System.Net.IPAddress.Loopback, 0);
        probe.Start();
        return ((System.Net.IPEndPoint)probe.LocalEndpoint).Port;
    }
}
