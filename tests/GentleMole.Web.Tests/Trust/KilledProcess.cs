using System.Diagnostics;
using System.Net.Http.Headers;
using System.Net.Sockets;
using System.Text;

namespace GentleMole.Web.Tests.Trust;

/// <summary>The real application as a process of its own, to be killed at any moment.</summary>
internal sealed class KilledProcess : IDisposable
{
    private readonly Process _process;
    private readonly StringBuilder _said = new();

    private KilledProcess(Process process, Uri address)
    {
        _process = process;
        process.OutputDataReceived += (_, line) => Note(line.Data);
        process.ErrorDataReceived += (_, line) => Note(line.Data);
        process.BeginOutputReadLine();
        process.BeginErrorReadLine();
        Device = new HttpClient { BaseAddress = address, Timeout = TimeSpan.FromSeconds(20) };
        Device.DefaultRequestHeaders.Authorization = new AuthenticationHeaderValue("Bearer", "demo-field-token");
    }

    public HttpClient Device { get; }

    public bool HasEnded => _process.HasExited;

    public int ExitCode => _process.ExitCode;

    public string Said
    {
        get
        {
            lock (_said)
            {
                return _said.ToString();
            }
        }
    }

    public static KilledProcess Serve(string data) => Start(data, out _);

    public static KilledProcess Start(string data, out int port)
    {
        MadeDemo.CopyToNew(data);

        return Make(data, out port);
    }

    /// <summary>As <see cref="Start"/>; where there is no data yet it makes its demo itself.</summary>
    public static KilledProcess Make(string data, out int port)
    {
        port = FreePort();
        return Run(port, "--urls", $"http://127.0.0.1:{port}", "--Data", data, "--Demo", "true", "--Centre", "off");
    }

    /// <summary>With a proxy before it.</summary>
    public static KilledProcess Proxied(string data, string address, out int port)
    {
        MadeDemo.CopyToNew(data);

        port = FreePort();
        return Run(port, "--urls", $"http://127.0.0.1:{port}", "--Data", data, "--Demo", "true", "--Centre", "off", "--PublicAddress", address);
    }

    private static int FreePort()
    {
        using (var probe = new TcpListener(System.Net.IPAddress.Loopback, 0))
        {
            probe.Start();
            return ((System.Net.IPEndPoint)probe.LocalEndpoint).Port;
        }
    }

    /// <summary>A command from a terminal.</summary>
    public static KilledProcess Command(string command, string data, string file) => Run(1, "--Command", command, "--Data", data, "--File", file);

    /// <summary>A command about somebody.</summary>
    public static KilledProcess Terminal(string command, string data, string name, params string[] more) => Run(1, ["--Command", command, "--Data", data, "--Name", name, .. more]);

    /// <summary>Waits for its end; gives what it ended with.</summary>
    public async Task<int> EndedAsync()
    {
        await _process.WaitForExitAsync();
        return _process.ExitCode;
    }

    private static KilledProcess Run(int port, params string[] arguments) => new(
        Process.Start(new ProcessStartInfo("dotnet", [Path.Combine(AppContext.BaseDirectory, "GentleMole.Web.dll"), .. arguments])
        {
            Environment = { ["HeadKey"] = MoleHost.KeyBeside(arguments[Array.IndexOf(arguments, "--Data") + 1]) },
            RedirectStandardOutput = true, RedirectStandardError = true, WorkingDirectory = AppContext.BaseDirectory,
        })!,
        new Uri($"http://127.0.0.1:{port}"));

    public async Task ReadyAsync()
    {
        // A machine that is busy with other things may take its time; one that hangs never comes.
        for (var began = Stopwatch.GetTimestamp(); Stopwatch.GetElapsedTime(began) < TimeSpan.FromSeconds(240);)
        {
            Assert.False(HasEnded, Said);
            try
            {
                if ((await Device.GetAsync(new Uri("/health/ready", UriKind.Relative))).IsSuccessStatusCode)
                {
                    return;
                }
            }
            catch (HttpRequestException)
            {
            }

            await Task.Delay(50);
        }

        Assert.Fail("It did not become ready: " + Said);
    }

    public async Task EndAsync()
    {
        await _process.WaitForExitAsync();
    }

    public async Task KillAsync()
    {
        if (!_process.HasExited)
        {
            _process.Kill();
        }

        await _process.WaitForExitAsync();
    }

    public void Dispose()
    {
        if (!_process.HasExited)
        {
            _process.Kill();
            _process.WaitForExit();
        }

        _process.Dispose();
        Device.Dispose();
    }

    private void Note(string? line)
    {
        lock (_said)
        {
            _said.AppendLine(line);
        }
    }
}
