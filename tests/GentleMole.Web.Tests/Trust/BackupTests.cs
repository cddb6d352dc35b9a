using System.Net;
using GentleMole.Store;
using GentleMole.Store.Backups;
using GentleMole.Store.Log;
using Microsoft.AspNetCore.Hosting;
using Microsoft.Data.Sqlite;
using Microsoft.EntityFrameworkCore;
using Microsoft.Extensions.DependencyInjection;
using NodaTime;

namespace GentleMole.Web.Tests.Trust;

public class BackupTests(MoleHost host) : IClassFixture<MoleHost>
{
    [Fact]
    public async Task A_backup_made_while_others_write_is_one_whole_moment_and_comes_back()
    {
        var lead = host.Browser();
        await lead.SendFileAsync("/jobs/1/walk", "", ("photo", "lid.jpg", PhotoBytes()), ("kind", "Chamber"), ("places", "30 12"));
        using var stop = new CancellationTokenSource();
        var writing = Task.Run(async () =>
        {
            for (var i = 0; !stop.IsCancellationRequested; i++)
            {
                await host.Device().PostTextAsync("/api/v1/jobs", $"{{\"name\":\"While backing up {i}\"}}");
            }
        });

        var backup = host.Services.GetRequiredService<StoreBackup>();
        var file = await backup.MakeAsync(Instant.FromUtc(2026, 11, 23, 10, 30, 0));
        await stop.CancelAsync();
        await writing;
        var restored = Path.Combine(host.DataDirectory, "restored");
        await StoreRestore.RunAsync(file, restored, _ => { });

        var store = new StoreFile(new DataFolder(restored));
        Assert.True((await LogChain.VerifyAsync(store)).IsWhole);
        Assert.Equal("ok", await ScalarAsync(store, "PRAGMA integrity_check"));
        Assert.Equal(await ScalarAsync(store, "SELECT count(*) FROM Jobs"), await ScalarAsync(store, "SELECT count(*) FROM Log WHERE Subject LIKE 'Job:%' AND What = 'added'"));
        Assert.Contains(Directory.GetFiles(Path.Combine(restored, "photos")), f => File.ReadAllBytes(f).SequenceEqual(PhotoBytes()));
        await using var again = new RestoredHost(restored);
        Assert.Contains("Lido car park", (await again.Browser("orla").PageAsync("/jobs")).Page.Body!.TextContent, StringComparison.Ordinal);
    }

    [Fact]
    public async Task The_page_makes_one_and_gives_it_to_the_lead_alone()
    {
        await host.Browser().SendAsync("/backup", "");
        var name = host.Services.GetRequiredService<StoreBackup>().Files()[0].Name;

        Assert.Equal("application/zip", (await host.Browser().GetAsync(new Uri("/backup/" + name, UriKind.Relative))).Content.Headers.ContentType!.MediaType);
        Assert.Equal(HttpStatusCode.Forbidden, (await host.Browser("bea").GetAsync(new Uri("/backup/" + name, UriKind.Relative))).StatusCode);
    }

    [Fact]
    public async Task From_a_terminal_it_backs_up_verifies_and_restores_and_says_what_is_wrong()
    {
        _ = await host.Device(null).GetAsync(new Uri("/health/live", UriKind.Relative));
        var file = Path.Combine(host.DataDirectory, "by-hand.zip");
        Task<int?> RunAsync(params string[] args) => MoleCommand.TryRunAsync(args);

        Assert.Equal(0, await RunAsync("--Command", "backup", "--Data", host.DataDirectory, "--File", file));
        Assert.Equal(0, await RunAsync("--Command", "verify", "--Data", host.DataDirectory));
        Assert.Equal(0, await RunAsync("--Command", "restore", "--Data", Path.Combine(host.DataDirectory, "there"), "--File", file));
        Assert.Equal(1, await RunAsync("--Command", "verify", "--Data", Path.Combine(host.DataDirectory, "nowhere")));
        Assert.Equal(2, await RunAsync("--Command", "juggle", "--Data", host.DataDirectory));
        Assert.Null(await RunAsync("--Data", host.DataDirectory));
        await Assert.ThrowsAsync<IOException>(() => RunAsync("--Command", "restore", "--Data", host.DataDirectory, "--File", file));
        await File.WriteAllTextAsync(file, "not a backup");
        await Assert.ThrowsAsync<IOException>(() => RunAsync("--Command", "restore", "--Data", Path.Combine(host.DataDirectory, "other"), "--File", file));
    }

    private static byte[] PhotoBytes() => [0xff, 0xd8, 0xff, 0xe0, 0, 16, .. "JFIF\0"u8, 1, 1, 0, 0, 1, 0, 1, 0, 0, 0xff, 0xda, 0, 2, 1, 0xff, 0xd9];

    private static async Task<string> ScalarAsync(StoreFile store, string query)
    {
        await using var connection = new SqliteConnection($"Data Source={store.Path};Pooling=False");
        await connection.OpenAsync();
        await using var command = connection.CreateCommand();
#pragma warning disable CA2100 // Queries of this test.
        command.CommandText = query;
#pragma warning restore CA2100
        return Convert.ToString(await command.ExecuteScalarAsync(), System.Globalization.CultureInfo.InvariantCulture)!;
    }

    private sealed class RestoredHost(string directory) : MoleHost
    {
        protected override void ConfigureWebHost(Microsoft.AspNetCore.Hosting.IWebHostBuilder builder)
        {
            base.ConfigureWebHost(builder);
            builder.UseSetting("Data", directory);
        }
    }
}
