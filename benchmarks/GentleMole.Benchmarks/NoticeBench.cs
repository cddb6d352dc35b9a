using System.Diagnostics;
using System.Globalization;
using System.Net.Http.Json;
using System.Text;
using GentleMole.Core.Lines;
using GentleMole.Core.Marking;
using GentleMole.Store;
using GentleMole.Store.Log;
using GentleMole.Store.Model;
using Microsoft.Extensions.DependencyInjection;
using NodaTime;

namespace GentleMole.Benchmarks;

/// <summary>
/// Budgets: the board of 2,000 notices, 95 of 100 within 80 ms; a drawing of 20,000 corners looked at and taken over within
/// 2 s; a log of 100,000 entries verified within 3 s.
/// </summary>
internal static class NoticeBench
{
    private const int Notices = 2000;
    private const int Corners = 20_000;
    private const int Entries = 100_000;

    public static async Task RunAsync()
    {
        await BoardAsync();
        await ImportAsync();
        await LogAsync();
    }

    private static async Task BoardAsync()
    {
        await using var server = await BenchServer.StartAsync(data => FillAsync(data, async db =>
        {
            var now = SystemClock.Instance.GetCurrentInstant();
            var today = now.InUtc().Date;
            for (var i = 0; i < Notices; i++)
            {
                var job = new Job { Name = $"Notice {i}", Where = "Made-up Street", ReceivedAt = today.PlusDays(-(i % 40)).At(new LocalTime(9, 0)), DigCorners = [new(0, 0), new(9, 0), new(9, 2)] };
                foreach (var kind in Utilities.All.Take(5))
                {
                    var marked = i % 3 == 0;
                    job.Lines.Add(new SoughtLine { Kind = kind, Owner = $"Owner {kind}", Answer = marked ? LineAnswer.Marked : LineAnswer.Pending, AnsweredAt = marked ? now - Duration.FromDays(i % 20) : null });
                    var request = new RecordRequest { Owner = $"Owner {kind}", AskedOn = today };
                    request.Sheets.Add(new RecordSheet { Reference = "r", ReceivedOn = today.PlusDays(-(i % 30)) });
                    job.Requests.Add(request);
                }

                db.Jobs.Add(job);
            }

            await db.SaveChangesAsync();
        }));
        await BenchServer.MeasureAsync($"board of {Notices} notices", 200, () => server.GetAsync("/notices"));
        await BenchServer.MeasureAsync(
            $"board of {Notices} notices after a change each time", 60, () => server.GetAsync("/notices"),
            () => server.Device.PostAsJsonAsync("/api/v1/jobs", new { name = "one more" }));
    }

    private static async Task ImportAsync()
    {
        await using var server = await BenchServer.StartAsync();
        var dxf = new StringBuilder("0\nSECTION\n2\nENTITIES\n");
        for (var line = 0; line < 40; line++)
        {
            dxf.Append("0\nLWPOLYLINE\n8\nGAS_MAIN\n70\n0\n");
            for (var i = 0; i < Corners / 40; i++)
            {
                dxf.Append(CultureInfo.InvariantCulture, $"10\n{i * 0.4}\n20\n{line + Math.Sin(i / 9.0)}\n");
            }
        }

        var file = Encoding.ASCII.GetBytes(dxf.Append("0\nENDSEC\n0\nEOF\n").ToString());
        for (var round = 0; round < 3; round++)
        {
            var token = await server.TokenAsync("/jobs/2/records");
            var started = Stopwatch.GetTimestamp();
            var upload = await server.Browser.PostAsync(new Uri("/jobs/2/records?handler=Upload", UriKind.Relative), new MultipartFormDataContent
            {
                { new ByteArrayContent(file), "file", "gas.dxf" }, { new StringContent(token), "__RequestVerificationToken" },
            });
            var looked = Stopwatch.GetElapsedTime(started);
            var taken = await server.Browser.PostAsync(upload.RequestMessage!.RequestUri + "&handler=Import", new FormUrlEncodedContent(new Dictionary<string, string>
            {
                ["__RequestVerificationToken"] = token, ["frame"] = "Site", ["layer0"] = "GAS_MAIN", ["as0"] = "Gas", ["importOwner"] = "Tamsin Gas",
            }));
            Console.WriteLine($"drawing of {Corners} corners, {file.Length / 1024} KiB: looked at in {looked.TotalMilliseconds:0} ms, taken over ({taken.RequestMessage!.RequestUri!.PathAndQuery}) after {Stopwatch.GetElapsedTime(started).TotalMilliseconds:0} ms");
        }

        await BenchServer.MeasureAsync("sheet with three such drawings", 50, () => server.GetAsync("/jobs/2/records"));
    }

    private static async Task LogAsync()
    {
        var directory = Directory.CreateTempSubdirectory("mole-bench-").FullName;
        await FillAsync(directory, async db =>
        {
            var first = await Microsoft.EntityFrameworkCore.EntityFrameworkQueryableExtensions.SingleAsync(db.Log);
            var (previous, entries) = (first.Hash, new List<LogEntry>(Entries));
            for (var i = first.Id + 1; i <= Entries; i++)
            {
                var entry = new LogEntry
                {
                    Id = i, JobId = (int)(i % 500), At = SystemClock.Instance.GetCurrentInstant(), Who = "Jem Trewin", What = "changed", Subject = $"Reading:{Guid.NewGuid()}",
                    Before = "{\"DepthMetres\":0.81,\"CurrentMilliamps\":41.5,\"State\":\"Taken\"}", After = "{\"DepthMetres\":0.83,\"CurrentMilliamps\":41.2,\"State\":\"Accepted\"}",
                };
                entry.Hash = previous = LogChain.HashOf(entry, previous);
                entries.Add(entry);
            }

            db.Log.AddRange(entries);
            await db.SaveChangesAsync();
        }, bare: true);
        for (var round = 0; round < 3; round++)
        {
            var started = Stopwatch.GetTimestamp();
            var verdict = await LogChain.VerifyAsync(new StoreFile(new DataFolder(directory)));
            Console.WriteLine($"log of {verdict.Entries} entries: whole {verdict.IsWhole}, {Stopwatch.GetElapsedTime(started).TotalMilliseconds:0} ms");
        }

        Microsoft.Data.Sqlite.SqliteConnection.ClearAllPools();
        Directory.Delete(directory, true);
    }

    /// <summary>Makes a store and puts something into it. A bare one has nothing in its log yet.</summary>
    private static async Task FillAsync(string directory, Func<MoleDb, Task> fill, bool bare = false)
    {
        var services = new ServiceCollection();
        services.AddSingleton(TimeProvider.System);
        services.AddMoleStore(directory);
        await using var provider = services.BuildServiceProvider();
        await using var scope = provider.CreateAsyncScope();
        var db = scope.ServiceProvider.GetRequiredService<MoleDb>();
        await StoreSetup.OpenAsync(provider, demo: false, Console.WriteLine);
        if (!bare)
        {
            await GentleMole.Store.Demo.DemoData.SeedAsync(db, SystemClock.Instance.GetCurrentInstant());
        }

        await fill(db);
    }
}
