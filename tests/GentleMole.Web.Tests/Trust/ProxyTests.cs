using System.Diagnostics;
using System.Net;
using System.Net.Sockets;
using System.Security.Cryptography;
using System.Security.Cryptography.X509Certificates;
using GentleMole.Web.Setup;
using Microsoft.Data.Sqlite;

namespace GentleMole.Web.Tests.Trust;

/// <summary>The real application behind the real nginx, by the very file that the documentation shows.</summary>
public sealed class ProxiedApplication : IAsyncLifetime
{
    private readonly string _place = Directory.CreateTempSubdirectory("mole-proxy-").FullName;
    private KilledProcess? _application;
    private Process? _nginx;

    public string Data => Path.Combine(_place, "data");

    public int Https { get; private set; }

    public int Inside { get; private set; }

    public async Task InitializeAsync()
    {
        Directory.CreateDirectory(Data);
        _application = KilledProcess.Proxied(Data, "https://mole.example", out var inside);
        Inside = inside;
        await _application.ReadyAsync();
        await StartAsync();
    }

    public Task DisposeAsync()
    {
        _nginx?.Kill(entireProcessTree: true);
        _nginx?.Dispose();
        _application?.Dispose();
        SqliteConnection.ClearAllPools();
        Directory.Delete(_place, recursive: true);
        return Task.CompletedTask;
    }

    /// <summary>Somebody out there: every name leads to nginx.</summary>
    public HttpClient Outside(params (string Name, string Value)[] headers)
    {
        var client = new HttpClient(new SocketsHttpHandler
        {
            AllowAutoRedirect = false,
            UseCookies = true,
            ConnectCallback = async (_, cancellation) =>
            {
                var socket = new Socket(SocketType.Stream, ProtocolType.Tcp);
                await socket.ConnectAsync(IPAddress.Loopback, Https, cancellation);
                return new NetworkStream(socket, ownsSocket: true);
            },
#pragma warning disable CA5359 // The certificate is the test's own.
            SslOptions = new() { RemoteCertificateValidationCallback = (_, _, _, _) => true },
#pragma warning restore CA5359
        })
        { BaseAddress = new Uri("https://mole.example/"), Timeout = TimeSpan.FromSeconds(30) };
        foreach (var (name, value) in headers)
        {
            client.DefaultRequestHeaders.TryAddWithoutValidation(name, value);
        }

        return client;
    }

    private static int FreePort()
    {
        using var probe = new TcpListener(IPAddress.Loopback, 0);
        probe.Start();
        return ((IPEndPoint)probe.LocalEndpoint).Port;
    }

    private async Task StartAsync()
    {
        (Https, var http) = (FreePort(), FreePort());
        using var key = RSA.Create(2048);
        var request = new CertificateRequest("CN=mole.example", key, HashAlgorithmName.SHA256, RSASignaturePadding.Pkcs1);
        using var certificate = request.CreateSelfSigned(DateTimeOffset.UtcNow.AddDays(-1), DateTimeOffset.UtcNow.AddDays(2));
        await File.WriteAllTextAsync(Path.Combine(_place, "mole.pem"), certificate.ExportCertificatePem());
        await File.WriteAllTextAsync(Path.Combine(_place, "mole.key"), key.ExportPkcs8PrivateKeyPem());
        var shown = await File.ReadAllTextAsync(Path.Combine(AppContext.BaseDirectory, "nginx.conf"));
        var site = shown.Replace("listen 80;", $"listen 127.0.0.1:{http};", StringComparison.Ordinal).Replace("listen 443 ssl", $"listen 127.0.0.1:{Https} ssl", StringComparison.Ordinal)
            .Replace("/etc/ssl/mole.example.pem", Path.Combine(_place, "mole.pem"), StringComparison.Ordinal).Replace("/etc/ssl/mole.example.key", Path.Combine(_place, "mole.key"), StringComparison.Ordinal)
            .Replace("127.0.0.1:5080", $"127.0.0.1:{Inside}", StringComparison.Ordinal);
        var temporary = string.Concat(new[] { "client_body", "proxy", "fastcgi", "uwsgi", "scgi" }.Select(t => $"{t}_temp_path {_place}/{t};\n"));
        await File.WriteAllTextAsync(Path.Combine(_place, "nginx.conf"), $"daemon off; worker_processes 1; pid {_place}/pid; error_log {_place}/error.log;\nevents {{ }}\nhttp {{\naccess_log off;\n{temporary}{site}\n}}\n");
        var path = File.Exists("/usr/sbin/nginx") ? "/usr/sbin/nginx" : "nginx";
        _nginx = Process.Start(new ProcessStartInfo(path, ["-p", _place, "-c", Path.Combine(_place, "nginx.conf"), "-e", Path.Combine(_place, "error.log")]) { RedirectStandardError = true })!;
        for (var i = 0; ; i++)
        {
            try
            {
                using var socket = new TcpClient();
                await socket.ConnectAsync(IPAddress.Loopback, Https);
                return;
            }
            catch (SocketException)
            {
                Assert.True(i < 100 && !_nginx.HasExited, "nginx did not start: " + (_nginx.HasExited ? await _nginx.StandardError.ReadToEndAsync() : ""));
                await Task.Delay(50);
            }
        }
    }
}

public class ProxyTests(ProxiedApplication proxied) : IClassFixture<ProxiedApplication>
{
    private static IEnumerable<string> Cookies(HttpResponseMessage response) => response.Headers.TryGetValues("Set-Cookie", out var all) ? all : [];

    [Fact]
    public async Task Cookies_are_bound_to_the_host_and_to_https_and_browsers_are_told_to_stay_there()
    {
        using var outside = proxied.Outside();
        var door = await outside.GetAsync(new Uri("/sign-in", UriKind.Relative));
        var form = Cookies(door).Single(c => c.StartsWith("__Host-mole-form=", StringComparison.Ordinal));
        Assert.Contains("secure", form, StringComparison.OrdinalIgnoreCase);
        Assert.Contains("path=/", form, StringComparison.OrdinalIgnoreCase);
        Assert.DoesNotContain("domain", form, StringComparison.OrdinalIgnoreCase);
        Assert.Contains("max-age=31536000", door.Headers.GetValues("Strict-Transport-Security").Single(), StringComparison.Ordinal);

        var page = await outside.PageAsync("/sign-in");
        var (inside, _) = await outside.PostFormAsync("/sign-in?handler=Demo", new() { ["who"] = "orla", ["__RequestVerificationToken"] = page.Page.Token() });
        var session = Cookies(inside).Single(c => c.StartsWith("__Host-mole-session=", StringComparison.Ordinal));
        Assert.Contains("secure", session, StringComparison.OrdinalIgnoreCase);
        Assert.Equal(HttpStatusCode.OK, (await outside.PageAsync("/jobs")).Status);

        // Links that leave the house begin with the public address, and what devices send streams through.
        var (_, made) = await outside.SendAsync("/tokens", "", ("name", "wall"), ("scope", "Calendar"));
        Assert.StartsWith("https://mole.example/calendar/", made.QuerySelector("[data-token]")!.TextContent, StringComparison.Ordinal);
        using var stream = await outside.GetStreamAsync(new Uri("/jobs/1/live", UriKind.Relative));
        var first = new byte[32];
        Assert.True(await stream.ReadAsync(first).AsTask().WaitAsync(TimeSpan.FromSeconds(10)) > 0);
    }

    [Fact]
    public async Task The_address_of_a_caller_is_the_proxys_word_and_not_the_callers()
    {
        using var liar = proxied.Outside(("X-Forwarded-For", "203.0.113.77"), ("X-Forwarded-Host", "elsewhere.example"), ("X-Forwarded-Proto", "http"));
        await liar.SendAsync("/sign-in", "", ("name", "nobody-here"), ("password", "wrong guess"));
        for (var i = 0; ; i++)
        {
            await using var connection = new SqliteConnection($"Data Source={Path.Combine(proxied.Data, "gentle-mole.db")};Mode=ReadOnly;Pooling=False");
            await connection.OpenAsync();
            await using var command = connection.CreateCommand();
            command.CommandText = "SELECT group_concat(Address) FROM SecurityEvents WHERE Kind = 1";
            if (await command.ExecuteScalarAsync() is string addresses)
            {
                Assert.Equal("127.0.0.1", addresses);
                return;
            }

            Assert.True(i < 200, "It was not noted.");
            await Task.Delay(50);
        }
    }

    [Fact]
    public async Task Other_names_are_not_answered_to()
    {
        using var outside = proxied.Outside();
        await Assert.ThrowsAsync<HttpRequestException>(() => outside.GetAsync(new Uri("https://elsewhere.example/sign-in")));
        using var request = new HttpRequestMessage(HttpMethod.Get, $"http://127.0.0.1:{proxied.Inside}/sign-in");
        request.Headers.Host = "elsewhere.example";
        using var direct = new HttpClient();
        Assert.Equal(HttpStatusCode.BadRequest, (await direct.SendAsync(request)).StatusCode);
    }

    [Fact]
    public async Task A_drawing_of_thirty_megabytes_comes_through_and_more_does_not()
    {
        using var outside = proxied.Outside();

        // Asked first whether so much may come, as nginx answers before it has read what it will not take.
        outside.DefaultRequestHeaders.ExpectContinue = true;
        foreach (var (size, status) in new[] { (30_000_000, false), (34_000_000, true) })
        {
            using var form = new MultipartFormDataContent { { new ByteArrayContent(new byte[size]), "file", "plan.dxf" } };
            var answer = await outside.PostAsync(new Uri("/jobs/1/records?handler=Upload", UriKind.Relative), form);
            Assert.Equal(status, answer.StatusCode == HttpStatusCode.RequestEntityTooLarge);
        }
    }

    [Theory]
    [InlineData("https://mole.example", "", true)]
    [InlineData("http://127.0.0.1:5080", "", true)]
    [InlineData("http://mole.example", "", false)]
    [InlineData("https://mole.example/sub", "", false)]
    [InlineData("https://me@mole.example", "", false)]
    [InlineData("mole.example", "", false)]
    [InlineData("", "10.0.0.4, 10.1.0.0/16", true)]
    [InlineData("", "the proxy", false)]
    public void What_makes_no_sense_is_told_at_the_start(string address, string proxies, bool isGood) =>
        Assert.Equal(isGood, Record.Exception(new MoleOptions { PublicAddress = address, TrustedProxies = proxies }.Check) is null);
}
