using GentleMole.Store;
using GentleMole.Store.Log;
using GentleMole.Store.Model;
using Microsoft.Data.Sqlite;
using Microsoft.EntityFrameworkCore;
using Microsoft.Extensions.DependencyInjection;

namespace GentleMole.Web.Tests.Trust;

/// <summary>The check holds every table, photo and reading against the log, and the log against what was signed.</summary>
[Collection("works all processors")]
public sealed class ReplayTests(MoleHost host) : IClassFixture<MoleHost>
{
    /// <summary>What no row says of itself: it follows from others, counts, or is kept as it came; the documentation names them.</summary>
    private static readonly HashSet<string> NotHeld =
    [
        "AspNetUsers.SecurityStamp", "AspNetUsers.ConcurrencyStamp", "AspNetUsers.AccessFailedCount", "AspNetUsers.NormalizedUserName", "AspNetUsers.NormalizedEmail", "AspNetUsers.UsedCode",
        "ApiTokens.LastUsedAt", "PutAside.Content", "Lines.DotsNumbered", "Firms.CentreCursor",
    ];

    private async Task<StoreFile> CopyAsync()
    {
        var directory = Directory.CreateDirectory(Path.Combine(host.DataDirectory + ".key", Guid.NewGuid().ToString("N"))).FullName;
        var copy = new StoreFile(new DataFolder(directory));
        await RunAsync(host.Services.GetRequiredService<StoreFile>(), $"VACUUM INTO '{copy.Path}'");
        foreach (var (from, to) in new[] { ("photos", copy.Folder.Photos), ("radar", copy.Folder.Radar) })
        {
            Directory.CreateDirectory(to);
            foreach (var kept in Directory.GetFiles(Path.Combine(host.DataDirectory, from)))
            {
                File.Copy(kept, Path.Combine(to, Path.GetFileName(kept)));
            }
        }

        return copy;
    }

    private static async Task<long> RunAsync(StoreFile file, string statements)
    {
        await using var connection = new SqliteConnection($"Data Source={file.Path};Pooling=False");
        await connection.OpenAsync();
        await using var command = connection.CreateCommand();
#pragma warning disable CA2100 // Statements of this test.
        command.CommandText = statements;
#pragma warning restore CA2100
        return await command.ExecuteScalarAsync() as long? ?? 0;
    }

    /// <summary>Uses the application so that every kind of thing is in it: streamed dots too, changed, moved and removed ones.</summary>
    private async Task WorkAsync()
    {
        var jem = host.Browser("jem");
        await MoleHost.AcceptCautionsAsync(jem, 1);
        var ids = Enumerable.Range(0, 4).Select(_ => Guid.NewGuid()).ToList();
        var readings = string.Join(',', ids.Select((id, i) => $$"""{"id":"{{id}}","takenAt":"2026-11-23T09:30:0{{i}}Z","utility":"gas","eastMetres":{{i}},"northMetres":2,"peak":30,"depthMetres":0.9,"currentMilliamps":20}"""));
        Assert.True((await host.Device().PostTextAsync("/api/v1/jobs/1/readings", $"{{\"readings\":[{readings}]}}")).IsSuccessStatusCode);
        await host.StoreAsync(async db =>
        {
            var dots = await db.Readings.AsTracking().Where(r => ids.Contains(r.Id)).OrderBy(r => r.TakenAt).ToListAsync();
            dots[0].State = DotState.Doubtful;
            dots[1].LineId = await db.Lines.Where(l => l.JobId == 1 && l.Id != dots[1].LineId).Select(l => (int?)l.Id).FirstAsync();
            db.Readings.Remove(dots[2]);
            var sweep = await db.Sweeps.AsTracking().OrderByDescending(s => s.Id).FirstAsync();
            db.Grants.Add(new JobGrant { JobId = 2, PersonId = await db.Users.Where(u => u.UserName == "quill").Select(u => u.Id).FirstAsync() });
            await db.SaveChangesAsync();

            // Removed alone, while the tables take its passes and responses with it.
            db.ChangeTracker.Clear();
            db.Sweeps.Remove(await db.Sweeps.AsTracking().SingleAsync(s => s.Id == sweep.Id));
            return await db.SaveChangesAsync();
        });
        var lot = $$"""{"walk":"{{Guid.NewGuid()}}","sampleIntervalNanoseconds":0.1,"samples":2,"traces":[{"number":0,"countedMetres":0,"samples":[1,2]}]}""";
        Assert.True((await host.Device().PostTextAsync("/api/v1/jobs/1/radar/traces", lot)).IsSuccessStatusCode);
        var lead = host.Browser("orla");
        await lead.SendAsync("/tokens", "", ("name", "held against the log"), ("scope", "Read"));
        await lead.SendAsync("/owners", "", ("name", "An owner of ours"), ("kind", "Gas"), ("records", "30 d"));
        await lead.SendAsync("/firm", "Holiday", ("date", "2027-03-04"), ("holiday", "Tide Day"));
        await lead.SendAsync("/guide?kind=Gas", "", ("clip", "Street side only"), ("never", "Never the house side"));
    }

    [Fact]
    public async Task Any_value_of_any_table_that_is_changed_past_the_log_is_found_and_named()
    {
        await WorkOnceAsync();
        var file = await CopyAsync();
        var whole = await LogChain.VerifyAsync(file);
        Assert.True(whole.IsWhole, $"{whole.Difference}");
        Assert.True(whole is { Rows: > 150, Photos: > 0, Samples: > 0 }, $"{whole}");

        var (tried, missed) = (0, new List<string>());
        using var model = StoreSetup.Open(file.Path);
        foreach (var kind in model.Model.GetEntityTypes().Where(t => t.ClrType != typeof(LogEntry) && t.ClrType.Name is not ("SentOnce" or "PersonSession" or "DoorTries" or "SecurityEvent" or "CentreAnswer" or "LooseSample" or "SampleBlock" or "ReceiverWalk")))
        {
            var table = kind.GetTableName()!;
            foreach (var property in kind.GetProperties().Where(p => !p.IsPrimaryKey() && !p.IsForeignKey() && !NotHeld.Contains($"{table}.{p.GetColumnName()}")))
            {
                // The last row: a value that is there is made another, one that is not is put in.
                var (column, type) = ($"\"{property.GetColumnName()}\"", Nullable.GetUnderlyingType(property.ClrType) ?? property.ClrType);
                var other = type.IsEnum ? $"CASE {column} WHEN {Convert.ToInt64(Enum.GetValues(type).GetValue(0), System.Globalization.CultureInfo.InvariantCulture)} THEN {Convert.ToInt64(Enum.GetValues(type).GetValue(Enum.GetValues(type).Length - 1), System.Globalization.CultureInfo.InvariantCulture)} ELSE {Convert.ToInt64(Enum.GetValues(type).GetValue(0), System.Globalization.CultureInfo.InvariantCulture)} END"
                    : type == typeof(bool) ? $"1 - coalesce({column}, 0)"
                    : type == typeof(double) || type == typeof(int) || type == typeof(long) ? $"coalesce({column}, 3) + 1"
                    : type == typeof(string) ? $"coalesce({column}, '') || 'x'"
                    : type == typeof(NodaTime.Instant) ? "'2001-02-03 04:05:06'"
                    : type == typeof(NodaTime.LocalDateTime) ? "'2001-02-03 04:05:06'"
                    : type == typeof(NodaTime.LocalDate) ? "'2001-02-03'"
                    : type == typeof(NodaTime.LocalTime) ? "'03:04:05'"
                    : type == typeof(List<GentleMole.Core.Site.SitePoint>) ? "'[[1,2],[3,4.5]]'"
                    : type == typeof(List<double>) ? "'[1.5,2.5]'"
                    : type == typeof(List<int>) ? "'[3,4]'"
                    : type == typeof(List<WalkMark>) ? "'[{\"AlongMetres\":3,\"Note\":\"moved\"}]'"
                    : type == typeof(List<GentleMole.Core.Radar.RadarStep>) ? "'[{\"Kind\":6}]'"
                    : type == typeof(List<List<GentleMole.Core.Radar.RadarStep>>) ? "'[[{\"Kind\":6}]]'"
                    : null;
                if (other is null || await RunAsync(file, $"SELECT count(*) FROM \"{table}\"") == 0)
                {
                    continue;
                }

                tried++;
                await RunAsync(file, $"CREATE TABLE Kept AS SELECT rowid AS r, {column} AS v FROM \"{table}\" ORDER BY rowid DESC LIMIT 1; UPDATE \"{table}\" SET {column} = {other} WHERE rowid = (SELECT r FROM Kept)");
                var verdict = await LogChain.VerifyAsync(file);
                // A dot of a device that has a number which was never given is none that the log knows.
                if (verdict.Difference?.Property != property.Name && (property.Name != nameof(Reading.Number) || verdict.IsWhole))
                {
                    missed.Add($"{table}.{property.Name}: {verdict.Difference}");
                }

                await RunAsync(file, $"UPDATE \"{table}\" SET {column} = (SELECT v FROM Kept) WHERE rowid = (SELECT r FROM Kept); DROP TABLE Kept");
            }
        }

        Assert.Equal([], missed);
        Assert.True(tried > 150, $"only {tried} columns were tried");
        Assert.True((await LogChain.VerifyAsync(file)).IsWhole);
    }

    [Theory]
    [InlineData("DELETE FROM Readings WHERE rowid = (SELECT min(rowid) FROM Readings)", true)]
    [InlineData("DELETE FROM Readings WHERE rowid = (SELECT max(rowid) FROM Readings)", true)]
    [InlineData("DELETE FROM Photos", true)]
    [InlineData("DELETE FROM Holidays WHERE rowid = (SELECT max(rowid) FROM Holidays)", true)]
    [InlineData("DELETE FROM Acks", true)]
    [InlineData("INSERT INTO Holidays (Date, Name) VALUES ('2027-09-09', 'Own Day')", false)]
    [InlineData("INSERT INTO Grants (JobId, PersonId) SELECT 2, Id FROM AspNetUsers WHERE UserName = 'bea'", false)]
    public async Task A_row_that_was_taken_out_or_put_in_is_found(string statement, bool isGone)
    {
        await WorkOnceAsync();
        var file = await CopyAsync();
        await RunAsync(file, statement);
        var verdict = await LogChain.VerifyAsync(file);

        Assert.False(verdict.IsWhole);
        Assert.Equal(isGone ? "" : "a row", verdict.Difference!.Stored);
        Assert.Contains(isGone ? "is gone" : "no entry speaks of", GentleMole.Web.Words.LogVerdictWords.Say(verdict), StringComparison.Ordinal);
    }

    [Fact]
    public async Task A_zero_that_was_measured_with_a_sign_is_no_difference()
    {
        await host.StoreAsync(async db =>
        {
            var feature = await db.Features.AsTracking().FirstAsync(f => f.JobId == 1);
            feature.DoubtMetres = -0.0;
            return await db.SaveChangesAsync();
        });
        var file = await CopyAsync();
        Assert.True((await LogChain.VerifyAsync(file)).IsWhole);
    }

    [Fact]
    public async Task A_photo_whose_file_is_another_or_gone_is_found()
    {
        var file = await CopyAsync();
        var photo = Directory.GetFiles(file.Folder.Photos)[0];
        var bytes = await File.ReadAllBytesAsync(photo);
        bytes[^5] ^= 1;
        await File.WriteAllBytesAsync(photo, bytes);
        Assert.Equal("file", (await LogChain.VerifyAsync(file)).Difference!.Property);
        File.Delete(photo);
        Assert.Equal("", (await LogChain.VerifyAsync(file)).Difference!.Stored);
    }

    [Fact]
    public async Task Evidence_under_another_name_is_found()
    {
        await WorkOnceAsync();
        var file = await CopyAsync();
        await RunAsync(file, "DROP TRIGGER IF EXISTS WalksKeepsItsEntries; UPDATE Walks SET Who = 'somebody else' WHERE Id = (SELECT max(WalkId) FROM Blocks)");

        Assert.NotNull((await LogChain.VerifyAsync(file)).BrokenBlock);
    }

    private static bool _worked;

    private async Task WorkOnceAsync()
    {
        if (!_worked)
        {
            _worked = true;
            await WorkAsync();
        }
    }
}
