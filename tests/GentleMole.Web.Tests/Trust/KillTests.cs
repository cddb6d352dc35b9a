using System.Net.Http.Json;
using System.Text.Json;
using GentleMole.Store;
using GentleMole.Store.Log;
using Microsoft.Data.Sqlite;

namespace GentleMole.Web.Tests.Trust;

/// <summary>
/// The application is killed at moments of chance: while it makes its database, while devices send, while it backs up and
/// restores. What was answered as kept is there, once; it always starts again. <c>MOLE_KILLS</c> sets how often.
/// </summary>
public sealed class KillTests : IDisposable
{
    private static readonly int Kills = int.TryParse(Environment.GetEnvironmentVariable("MOLE_KILLS"), out var kills) ? kills : 8;
    private readonly string _place = Directory.CreateTempSubdirectory("mole-kill-").FullName;
    private readonly Random _chance = new(Environment.TickCount);

    private static string Reading(Guid id) =>
        $"{{\"id\":\"{id}\",\"takenAt\":\"2026-11-23T09:30:00Z\",\"utility\":\"{(id.ToByteArray()[3] % 2 == 0 ? "gas" : "steam")}\",\"eastMetres\":3,\"northMetres\":2,\"peak\":4.5}}";

    [Fact]
    public async Task Killed_while_it_makes_its_database_it_starts_again_every_time()
    {
        for (var i = 0; i < Math.Max(4, Kills / 3); i++)
        {
            var data = Path.Combine(_place, "new" + i);
            using (var killed = KilledProcess.Make(data, out _))
            {
                await Task.Delay(_chance.Next(150, 1500));
                await killed.KillAsync();
            }

            using var again = KilledProcess.Make(data, out _);
            await again.ReadyAsync();
            Assert.Equal(5, (await again.Device.GetFromJsonAsync<JsonElement>("/api/v1/jobs")).GetArrayLength());
            await again.KillAsync();
            SqliteConnection.ClearAllPools();
            Directory.Delete(data, true);
        }
    }

    [Fact]
    public async Task Killed_while_devices_send_nothing_that_was_acknowledged_is_lost_or_doubled()
    {
        var data = Path.Combine(_place, "sent");
        var kept = new HashSet<Guid>();
        var sent = new List<List<Guid>>();
        for (var i = 0; i <= Kills; i++)
        {
            using var running = KilledProcess.Serve(data);
            await running.ReadyAsync();

            // What was on its way when it was killed is sent again, as a device does.
            foreach (var batch in sent)
            {
                await SendAsync(running, batch, kept);
            }

            sent.Clear();
            if (i == Kills)
            {
                break;
            }

            var devices = Enumerable.Range(0, 3).Select(_ => Task.Run(async () =>
            {
                while (!running.HasEnded)
                {
                    var batch = Enumerable.Range(0, 40).Select(_ => Guid.NewGuid()).ToList();
                    lock (sent)
                    {
                        sent.Add(batch);
                    }

                    if (!await SendAsync(running, batch, kept))
                    {
                        return;
                    }

                    lock (sent)
                    {
                        sent.Remove(batch);
                    }
                }
            })).ToList();
            await Task.Delay(_chance.Next(50, 900));
            await running.KillAsync();
            await Task.WhenAll(devices);
        }

        using var last = KilledProcess.Serve(data);
        await last.ReadyAsync();
        var csv = await last.Device.GetStringAsync(new Uri("/api/v1/jobs/1/export/csv", UriKind.Relative));
        var stored = csv.Split("\n").Skip(1).Where(l => l.Length > 36).Select(l => Guid.Parse(l[..36])).ToList();
        Assert.Equal(stored.Count, stored.Distinct().Count());
        Assert.Empty(kept.Except(stored));
        await last.KillAsync();
        Assert.True((await LogChain.VerifyAsync(new StoreFile(new DataFolder(data)))).IsWhole);
    }

    [Fact]
    public async Task Killed_while_it_backs_up_or_restores_there_is_either_nothing_or_all_of_it()
    {
        var data = Path.Combine(_place, "data");
        using (var first = KilledProcess.Serve(data))
        {
            await first.ReadyAsync();
            for (var i = 0; i < 10; i++)
            {
                await SendAsync(first, [.. Enumerable.Range(0, 2000).Select(_ => Guid.NewGuid())], []);
            }
        }

        var file = Path.Combine(_place, "whole.zip");
        using (var whole = KilledProcess.Command("backup", data, file))
        {
            await whole.EndAsync();
            Assert.True(whole.ExitCode == 0, whole.Said);
        }

        for (var i = 0; i < Math.Max(4, Kills / 3); i++)
        {
            var (torn, into) = (Path.Combine(_place, $"torn{i}.zip"), Path.Combine(_place, "into" + i));
            using (var backup = KilledProcess.Command("backup", data, torn))
            {
                await Task.Delay(_chance.Next(100, 700));
                await backup.KillAsync();
            }

            if (File.Exists(torn))
            {
                using var check = KilledProcess.Command("restore", Path.Combine(_place, "check" + i), torn);
                await check.EndAsync();
                Assert.True(check.ExitCode == 0, check.Said);
            }

            using (var restore = KilledProcess.Command("restore", into, file))
            {
                await Task.Delay(_chance.Next(100, 900));
                await restore.KillAsync();
            }

            if (!File.Exists(Path.Combine(into, "gentle-mole.db")))
            {
                using var again = KilledProcess.Command("restore", into, file);
                await again.EndAsync();
                Assert.True(again.ExitCode == 0, again.Said);
            }

            Assert.True(await LogChain.VerifyAsync(new StoreFile(new DataFolder(into))) is { IsWhole: true, Samples: 20_000 });
        }
    }

    [Fact]
    public async Task The_second_process_on_a_directory_says_why_it_does_not_start()
    {
        var data = Path.Combine(_place, "shared");
        using var first = KilledProcess.Serve(data);
        await first.ReadyAsync();
        using var second = KilledProcess.Serve(data);
        await second.EndAsync();

        Assert.Equal(1, second.ExitCode);
        Assert.Contains("Waiting for process", second.Said, StringComparison.Ordinal);
        Assert.Contains("in use by process", second.Said, StringComparison.Ordinal);
        Assert.DoesNotContain("   at ", second.Said, StringComparison.Ordinal);
    }

    public void Dispose()
    {
        SqliteConnection.ClearAllPools();
        Directory.Delete(_place, true);
    }

    /// <summary>Sends a batch; its ids count as kept only when that was answered.</summary>
    private static async Task<bool> SendAsync(KilledProcess to, List<Guid> batch, HashSet<Guid> kept)
    {
        try
        {
            using var body = new StringContent("{\"readings\":[" + string.Join(',', batch.Select(Reading)) + "]}", System.Text.Encoding.UTF8, "application/json");
            using var answer = await to.Device.PostAsync(new Uri("/api/v1/jobs/1/readings", UriKind.Relative), body);
            if (!answer.IsSuccessStatusCode)
            {
                return false;
            }

            lock (kept)
            {
                kept.UnionWith(batch);
            }

            return true;
        }
        catch (Exception error) when (error is HttpRequestException or TaskCanceledException or IOException)
        {
            return false;
        }
    }
}
