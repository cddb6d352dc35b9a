using System.Diagnostics;
using System.Globalization;
using System.Net.Http.Json;
using System.Text;
using System.Text.Json;
using Microsoft.Data.Sqlite;

namespace GentleMole.Benchmarks;

/// <summary>
/// How many readings a second come onto the disk, over HTTP with everything that belongs to them (checks, evidence, dots,
/// log), against plain SQLite with the same durability filling one table of the same columns, in the same run on the same
/// disk. And how long pages take meanwhile.
/// </summary>
internal static class StoreBench
{
    private static readonly string[] Looked = ["/jobs", "/jobs/1/trace", "/jobs/1/notice", "/notices"];
    private static readonly TimeSpan Span = TimeSpan.FromSeconds(6);

    public static async Task RunAsync()
    {
        await using var server = await BenchServer.StartAsync();
        for (var warm = 0; warm < 3; warm++)
        {
            await OursAsync(server, await JobAsync(server, gas: warm > 0), 2, 50);
        }

        foreach (var clients in new[] { 1, 8 })
        {
            foreach (var batch in new[] { 50, 500 })
            {
                var plain = Plain(clients, batch);
                var empty = await OursAsync(server, await JobAsync(server, gas: true), clients, batch);
                var full = await JobAsync(server, gas: true);
                await FillAsync(server, full, 100_000);

                // What filling left to be moved into place is not what is measured.
                await Task.Delay(TimeSpan.FromSeconds(3));
                var large = await OursAsync(server, full, clients, batch);
                var loose = await OursAsync(server, await JobAsync(server, gas: false), clients, batch);
                var again = Plain(clients, batch);
                var (middle, dots) = ((plain + again) / 2, "dots");
                Console.WriteLine(string.Create(CultureInfo.InvariantCulture,
                    $"{clients} client{(clients == 1 ? "" : "s")}, batches of {batch}: plain SQLite {middle:0}/s; empty job {empty:0}/s ({empty / middle:0.00}), job of 100,000 {large:0}/s ({large / middle:0.00}), evidence without {dots} {loose:0}/s ({loose / middle:0.00})"));
            }
        }

        await PagesAsync(server);
    }

    /// <summary>Ten minutes of eight devices and four people: memory, files and answers must not grow.</summary>
    public static async Task SoakAsync(TimeSpan length)
    {
        await using var server = await BenchServer.StartAsync();
        var jobs = new List<int>();
        for (var i = 0; i < 8; i++)
        {
            jobs.Add(await JobAsync(server, gas: false));
        }

        using var stop = new CancellationTokenSource(length);
        var (sent, refused) = (0, 0);
        var people = new List<double>();
        var devices = jobs.Select(job => Task.Run(async () =>
        {
            while (!stop.IsCancellationRequested)
            {
                using var body = new ByteArrayContent(Body(50, "gas")) { Headers = { { "Content-Type", "application/json" } } };
                using var answer = await server.Device.PostAsync(new Uri($"/api/v1/jobs/{job}/readings", UriKind.Relative), body);
                _ = answer.IsSuccessStatusCode ? Interlocked.Add(ref sent, 50) : Interlocked.Increment(ref refused);
                await Task.Delay(150);
            }
        })).Concat(Looked.Select(page => Task.Run(async () =>
        {
            while (!stop.IsCancellationRequested)
            {
                var began = Stopwatch.GetTimestamp();
                await server.GetAsync(page);
                lock (people)
                {
                    people.Add(Stopwatch.GetElapsedTime(began).TotalMilliseconds);
                }

                await Task.Delay(700);
            }
        }))).ToList();
        for (var began = Stopwatch.GetTimestamp(); !stop.IsCancellationRequested;)
        {
            await Task.Delay(TimeSpan.FromSeconds(30));
            List<double> round;
            lock (people)
            {
                round = [.. people.Order()];
                people.Clear();
            }

            Console.WriteLine(string.Create(CultureInfo.InvariantCulture,
                $"{Stopwatch.GetElapsedTime(began).TotalMinutes:0.0} min: {sent} readings kept, {refused} refused, {server.Megabytes:0} MB, write-ahead file {server.JournalMegabytes:0} MB, pages median {round[round.Count / 2]:0} ms, p95 {round[round.Count * 95 / 100]:0} ms"));
        }

        await Task.WhenAll(devices);
    }

    private static async Task PagesAsync(BenchServer server)
    {
        var jobs = new List<int>();
        for (var i = 0; i < 8; i++)
        {
            jobs.Add(await JobAsync(server, gas: true));
        }

        using var stop = new CancellationTokenSource();
        var sent = 0;
        var writers = jobs.Select(job => Task.Run(async () =>
        {
            while (!stop.IsCancellationRequested)
            {
                using var body = new ByteArrayContent(Body(50, "gas")) { Headers = { { "Content-Type", "application/json" } } };
                using var answer = await server.Device.PostAsync(new Uri($"/api/v1/jobs/{job}/readings", UriKind.Relative), body);
                if (answer.IsSuccessStatusCode)
                {
                    Interlocked.Add(ref sent, 50);
                }

                // Devices on a walk, not a load test of the client: together some 10,000 readings a second are asked for.
                await Task.Delay(35);
            }
        })).ToList();
        await Task.Delay(1000);
        var began = Stopwatch.GetTimestamp();
        var before = sent;
        foreach (var page in Looked)
        {
            await BenchServer.MeasureAsync($"{page} while 8 devices write", 100, () => server.GetAsync(page));
        }

        Console.WriteLine(string.Create(CultureInfo.InvariantCulture, $"meanwhile {(sent - before) / Stopwatch.GetElapsedTime(began).TotalSeconds:0} readings/s came in; {server.Megabytes:0} MB"));
        await stop.CancelAsync();
        await Task.WhenAll(writers);
    }

    public static async Task<int> JobAsync(BenchServer server, bool gas)
    {
        using var answer = await server.Device.PostAsJsonAsync("/api/v1/jobs", new { name = "Bench" });
        var job = JsonDocument.Parse(await answer.Content.ReadAsStringAsync()).RootElement.GetProperty("id").GetInt32();
        if (gas)
        {
            var path = $"/jobs/{job}/notice";
            using var form = new FormUrlEncodedContent(new Dictionary<string, string>
            {
                ["__RequestVerificationToken"] = await server.TokenAsync(path), ["kind"] = "Gas", ["owner"] = "Bench Gas",
            });
            using var added = await server.Browser.PostAsync(new Uri(path + "?handler=Line", UriKind.Relative), form);
            added.EnsureSuccessStatusCode();
        }

        return job;
    }

    private static async Task FillAsync(BenchServer server, int job, int readings)
    {
        for (var i = 0; i < readings; i += 2000)
        {
            await SendAsync(server, job, Math.Min(2000, readings - i), "gas");
        }
    }

    private static async Task<double> OursAsync(BenchServer server, int job, int clients, int batch)
    {
        var began = Stopwatch.GetTimestamp();
        var counts = await Task.WhenAll(Enumerable.Range(0, clients).Select(_ => Task.Run(async () =>
        {
            var count = 0;
            while (Stopwatch.GetElapsedTime(began) < Span)
            {
                await SendAsync(server, job, batch, "gas");
                count += batch;
            }

            return count;
        })));
        return counts.Sum() / Stopwatch.GetElapsedTime(began).TotalSeconds;
    }

    private static async Task SendAsync(BenchServer server, int job, int readings, string utility)
    {
        using var body = new ByteArrayContent(Body(readings, utility)) { Headers = { { "Content-Type", "application/json" } } };
        using var answer = await server.Device.PostAsync(new Uri($"/api/v1/jobs/{job}/readings", UriKind.Relative), body);
        answer.EnsureSuccessStatusCode();
    }

    private static byte[] Body(int readings, string utility)
    {
        var text = new StringBuilder(readings * 260).Append("{\"readings\":[");
        for (var i = 0; i < readings; i++)
        {
            text.Append(i == 0 ? "" : ",").Append("{\"id\":\"").Append(Guid.NewGuid()).Append("\",\"takenAt\":\"2026-11-23T09:30:00.5Z\",\"utility\":\"").Append(utility)
                .Append("\",\"eastMetres\":").Append(i % 60).Append(".25,\"northMetres\":12.5,\"peak\":31.2,\"null\":2.25,\"depthMetres\":0.91,\"currentMilliamps\":34.1,\"directionDegrees\":88,\"frequencyHertz\":8192}");
        }

        return Encoding.UTF8.GetBytes(text.Append("]}").ToString());
    }

    /// <summary>Plain SQLite: one table, one prepared statement, a transaction a batch, write-ahead and full sync.</summary>
    private static double Plain(int clients, int batch)
    {
        var directory = Directory.CreateTempSubdirectory("mole-plain-");
        var text = $"Data Source={Path.Combine(directory.FullName, "plain.db")};Pooling=False";
        using (var connection = new SqliteConnection(text))
        {
            connection.Open();
            Run(connection, "PRAGMA journal_mode=WAL; CREATE TABLE r (Id BLOB PRIMARY KEY, JobId INTEGER, TakenAt TEXT, Utility TEXT, East REAL, North REAL, Peak REAL, N REAL, Depth REAL, Current REAL, Direction REAL, Hertz REAL)");
        }

        var began = Stopwatch.GetTimestamp();
        var counts = new int[clients];
        var threads = Enumerable.Range(0, clients).Select(c => new Thread(() =>
        {
            using var connection = new SqliteConnection(text);
            connection.Open();
            Run(connection, "PRAGMA synchronous=FULL; PRAGMA busy_timeout=20000;");
            while (Stopwatch.GetElapsedTime(began) < Span)
            {
                counts[c] += Insert(connection, batch);
            }
        })).ToList();
        threads.ForEach(t => t.Start());
        threads.ForEach(t => t.Join());
        var rate = counts.Sum() / Stopwatch.GetElapsedTime(began).TotalSeconds;
        directory.Delete(true);
        return rate;
    }

    private static int Insert(SqliteConnection connection, int batch)
    {
        using var transaction = connection.BeginTransaction();
        using var insert = connection.CreateCommand();
        insert.CommandText = "INSERT INTO r VALUES ($0, 1, '2026-11-23 09:30:00.5', 'gas', 12.25, 12.5, 31.2, 2.25, 0.91, 34.1, 88, 8192)";
        var id = insert.Parameters.Add("$0", SqliteType.Blob);
        insert.Prepare();
        for (var i = 0; i < batch; i++)
        {
            id.Value = Guid.NewGuid().ToByteArray();
            insert.ExecuteNonQuery();
        }

        transaction.Commit();
        return batch;
    }

    private static void Run(SqliteConnection connection, string statements)
    {
        using var command = connection.CreateCommand();
#pragma warning disable CA2100 // Constants above.
        command.CommandText = statements;
#pragma warning restore CA2100
        command.ExecuteNonQuery();
    }
}
