using GentleMole.Store.Writing;
using Microsoft.Data.Sqlite;
using Microsoft.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore.Infrastructure;
using Microsoft.EntityFrameworkCore.Migrations;

namespace GentleMole.Store.Tests;

public sealed class StartTests : IDisposable
{
    private readonly string _directory = Directory.CreateTempSubdirectory("mole-start-").FullName;

    private string Database => Path.Combine(_directory, "gentle-mole.db");

    private async Task<string> RefusedAsync() => (await Assert.ThrowsAsync<IOException>(() => StoreRoom.OpenAsync(_directory))).Message;

    private async Task MakeAsync(string then = "")
    {
        var room = await StoreRoom.OpenAsync(_directory);
        await room.JobAsync();
        await room.CloseAsync();
        if (then.Length > 0)
        {
            await using var connection = new SqliteConnection($"Data Source={Database};Pooling=False");
            await connection.OpenAsync();
            await using var command = connection.CreateCommand();
#pragma warning disable CA2100 // Statements of this test.
            command.CommandText = then;
#pragma warning restore CA2100
            await command.ExecuteNonQueryAsync();
        }
    }

    [Fact]
    public async Task A_directory_serves_one_process_and_the_second_says_whom_it_waits_for()
    {
        var said = new List<string>();
        var first = await StoreRoom.OpenAsync(_directory);
        using var second = new DataFolder(_directory);

        var refused = await Assert.ThrowsAsync<IOException>(() => second.ClaimAsync(TimeSpan.FromMilliseconds(250), said.Add));
        Assert.Contains($"process {Environment.ProcessId}", refused.Message, StringComparison.Ordinal);
        Assert.Contains("Waiting for process", Assert.Single(said), StringComparison.Ordinal);

        var waiting = second.ClaimAsync(TimeSpan.FromSeconds(20), said.Add);
        await first.CloseAsync();
        await waiting;
    }

    [Fact]
    public async Task What_a_killed_migration_left_does_not_keep_the_next_start_waiting()
    {
        await MakeAsync("CREATE TABLE IF NOT EXISTS __EFMigrationsLock (Id INTEGER PRIMARY KEY, Timestamp TEXT NOT NULL); INSERT OR REPLACE INTO __EFMigrationsLock VALUES (1, '2026-01-01'); DELETE FROM Firms;");

        var started = DateTime.UtcNow;
        await using var room = await StoreRoom.OpenAsync(_directory);

        Assert.InRange((DateTime.UtcNow - started).TotalSeconds, 0, 8);
        Assert.Equal(1, await room.DoAsync(db => db.Jobs.CountAsync()));
        Assert.Equal(1, await room.DoAsync(db => db.Firms.CountAsync()));
    }

    [Fact]
    public async Task A_start_that_was_killed_before_anything_was_made_begins_again()
    {
        await File.WriteAllBytesAsync(Database, []);

        await using var room = await StoreRoom.OpenAsync(_directory);

        Assert.Contains(room.Said, s => s.Contains("held nothing", StringComparison.Ordinal));
        Assert.Equal(1, await room.DoAsync(db => db.Firms.CountAsync()));
    }

    [Fact]
    public async Task What_is_not_ours_is_left_alone_and_named()
    {
        await File.WriteAllTextAsync(Database, new string('x', 5000));
        Assert.Contains("is not a database", await RefusedAsync(), StringComparison.Ordinal);
        Assert.Equal(new string('x', 5000), await File.ReadAllTextAsync(Database));

        File.Delete(Database);
        await using (var other = new SqliteConnection($"Data Source={Database};Pooling=False"))
        {
            await other.OpenAsync();
            await using var command = other.CreateCommand();
            command.CommandText = "CREATE TABLE Recipes (Name TEXT); INSERT INTO Recipes VALUES ('saffron buns')";
            await command.ExecuteNonQueryAsync();
        }

        Assert.Contains("another program", await RefusedAsync(), StringComparison.Ordinal);
    }

    [Theory]
    [InlineData("UPDATE __EFMigrationsHistory SET MigrationId = '20200101000000_Before' WHERE MigrationId LIKE '%FirstStore'", "before the first release")]
    [InlineData("INSERT INTO __EFMigrationsHistory VALUES ('29990101000000_Later', '10')", "newer version")]
    public async Task Another_versions_directory_is_refused_with_what_to_do(string statement, string words)
    {
        await MakeAsync(statement);

        Assert.Contains(words, await RefusedAsync(), StringComparison.Ordinal);
    }

    [Fact]
    public async Task A_damaged_file_is_told_as_damaged()
    {
        await MakeAsync();
        foreach (var beside in new[] { "-wal", "-shm" })
        {
            File.Delete(Database + beside);
        }

        await using (var file = new FileStream(Database, FileMode.Open))
        {
            file.Seek(100, SeekOrigin.Begin);
            await file.WriteAsync(Enumerable.Repeat((byte)0xA5, 60_000).ToArray());
        }

        Assert.Contains("damaged", await RefusedAsync(), StringComparison.Ordinal);
    }

    [Fact]
    public async Task A_directory_that_cannot_be_made_is_told()
    {
        var refused = await Assert.ThrowsAsync<IOException>(() => StoreRoom.OpenAsync("/proc/mole-data"));
        Assert.Contains("cannot be written", refused.Message, StringComparison.Ordinal);

        var file = Path.Combine(_directory, "a-file");
        await File.WriteAllTextAsync(file, "");
        Assert.Contains("is a file", (await Assert.ThrowsAsync<IOException>(() => StoreRoom.OpenAsync(file))).Message, StringComparison.Ordinal);
    }

    [Fact]
    public async Task Every_connection_flushes_what_it_commits_and_holds_references()
    {
        await using var room = await StoreRoom.OpenAsync(_directory);
        async Task<long> AskAsync(string pragma) => await room.DoAsync(async db =>
        {
            await db.Database.OpenConnectionAsync();
            await using var command = db.Database.GetDbConnection().CreateCommand();
#pragma warning disable CA2100 // Statements of this test.
            command.CommandText = "PRAGMA " + pragma;
#pragma warning restore CA2100
            return (long)(await command.ExecuteScalarAsync())!;
        });

        Assert.Equal(2, await AskAsync("synchronous"));
        Assert.Equal(1, await AskAsync("foreign_keys"));
        await using var reading = await Writing.StoreConnection.OpenToReadAsync(Database, default);
        Assert.Equal(2L, await reading.ScalarAsync("PRAGMA synchronous", default));
    }

    [Fact]
    public async Task The_migrations_make_what_the_model_says()
    {
        await using var room = await StoreRoom.OpenAsync(_directory);

        Assert.False(await room.DoAsync(db => Task.FromResult(db.Database.HasPendingModelChanges())));
        Assert.Empty(await room.DoAsync(async db => (await db.Database.GetPendingMigrationsAsync()).ToList()));
        Assert.Equal((long)StoreFile.ApplicationId, await room.AskAsync("PRAGMA application_id"));
        Assert.Equal("wal", await room.AskAsync("PRAGMA journal_mode"));
    }

    /// <summary>A step that cannot run in a transaction leaves half a migration behind when the process is killed in it.</summary>
    [Fact]
    public async Task A_migration_is_whole_or_not_at_all()
    {
        await using var room = await StoreRoom.OpenAsync(_directory);
        await room.DoAsync(db =>
        {
            var (all, writer) = (db.GetService<IMigrationsAssembly>(), db.GetService<IMigrationsSqlGenerator>());
            Assert.NotEmpty(all.Migrations);
            foreach (var (name, type) in all.Migrations)
            {
                var migration = all.CreateMigration(type, db.Database.ProviderName!);
                var model = db.GetService<IModelRuntimeInitializer>().Initialize(migration.TargetModel);
                Assert.All(writer.Generate(migration.UpOperations, model), step => Assert.False(step.TransactionSuppressed, $"{name}: {step.CommandText}"));
            }

            return Task.FromResult(0);
        });
        Assert.Equal("SET NULL", await room.AskAsync("SELECT on_delete FROM pragma_foreign_key_list('Records') WHERE \"from\" = 'LineId' AND \"table\" = 'Lines'"));
    }

    public void Dispose()
    {
        SqliteConnection.ClearAllPools();
        if (Directory.Exists(_directory))
        {
            Directory.Delete(_directory, true);
        }
    }
}
