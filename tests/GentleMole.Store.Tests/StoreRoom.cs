using GentleMole.Core.Lines;
using GentleMole.Store.Evidence;
using GentleMole.Store.Model;
using GentleMole.Store.Writing;
using Microsoft.Data.Sqlite;
using Microsoft.Extensions.DependencyInjection;
using NodaTime;

namespace GentleMole.Store.Tests;

/// <summary>A store on a directory of its own, opened as the application opens it.</summary>
internal sealed class StoreRoom : IAsyncDisposable
{
    private readonly ServiceProvider _services;

    private StoreRoom(string directory, ServiceProvider services) => (Directory, _services) = (directory, services);

    public string Directory { get; }

    public List<string> Said { get; } = [];

    public EvidenceStore Evidence => _services.GetRequiredService<EvidenceStore>();

    public StoreFile File => _services.GetRequiredService<StoreFile>();

    public DataFolder Folder => _services.GetRequiredService<DataFolder>();

    public T Get<T>()
        where T : notnull => _services.GetRequiredService<T>();

    public static async Task<StoreRoom> OpenAsync(string? directory = null, bool demo = false)
    {
        directory ??= System.IO.Directory.CreateTempSubdirectory("mole-store-").FullName;
        var room = new StoreRoom(directory, Services(directory));
        try
        {
            await StoreSetup.OpenAsync(room._services, demo, room.Said.Add);
            return room;
        }
        catch
        {
            await room.CloseAsync();
            throw;
        }
    }

    public static ServiceProvider Services(string directory) =>
        new ServiceCollection().AddSingleton(TimeProvider.System).AddMoleStore(directory).BuildServiceProvider();

    public async Task<T> DoAsync<T>(Func<MoleDb, Task<T>> work)
    {
        await using var scope = _services.CreateAsyncScope();
        return await work(scope.ServiceProvider.GetRequiredService<MoleDb>());
    }

    /// <summary>A job that asks for gas.</summary>
    public Task<(int Job, int Line)> JobAsync(bool gas = true) => DoAsync(async db =>
    {
        var job = new Job { Name = "Quay", ReceivedAt = new LocalDateTime(2026, 11, 23, 9, 0), DigPlanned = new LocalDate(2026, 11, 26) };
        if (gas)
        {
            job.Lines.Add(new SoughtLine { Kind = UtilityKind.Gas, Owner = "Tamsin Gas" });
        }

        db.Jobs.Add(job);
        await db.SaveChangesAsync();
        return (job.Id, gas ? job.Lines[0].Id : 0);
    });

    public static List<Sample> Samples(int count, string utility = "gas") =>
        [.. Enumerable.Range(0, count).Select(i => new Sample(
            Guid.NewGuid(), Instant.FromUtc(2026, 11, 23, 9, 30, 0) + Duration.FromSeconds(i), utility, i * 0.1, 3, 31.2, 2.2, 0.9, 34, 88, 8000))];

    public async Task<object?> AskAsync(string query)
    {
        await using var connection = new SqliteConnection($"Data Source={File.Path};Pooling=False");
        await connection.OpenAsync();
        return await connection.ScalarAsync(query, default);
    }

    public async Task RunAsync(string statements)
    {
        await using var connection = new SqliteConnection($"Data Source={File.Path};Pooling=False");
        await connection.OpenAsync();
        connection.Run(statements);
    }

    /// <summary>Closes it and keeps the directory.</summary>
    public async Task<string> CloseAsync()
    {
        await _services.DisposeAsync();
        SqliteConnection.ClearAllPools();
        return Directory;
    }

    public async ValueTask DisposeAsync()
    {
        await CloseAsync();
        if (System.IO.Directory.Exists(Directory))
        {
            System.IO.Directory.Delete(Directory, true);
        }
    }
}
