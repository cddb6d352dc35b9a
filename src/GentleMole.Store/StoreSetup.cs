using GentleMole.Store.Backups;
using GentleMole.Store.Demo;
using GentleMole.Store.Evidence;
using GentleMole.Store.Log;
using GentleMole.Store.Model;
using GentleMole.Store.Writing;
using Microsoft.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore.Design;
using Microsoft.EntityFrameworkCore.Diagnostics;
using Microsoft.Extensions.DependencyInjection;
using NodaTime;

namespace GentleMole.Store;

/// <summary>Registers the store and brings its file up to date.</summary>
public static class StoreSetup
{
    /// <summary>How long a start waits for another process to leave the directory.</summary>
    public static readonly TimeSpan LongestWait = TimeSpan.FromSeconds(10);

    /// <summary>The migration with which readers see only what they were given.</summary>
    private const string TrustStep = "_Trust";

    public static IServiceCollection AddMoleStore(this IServiceCollection services, string dataDirectory)
    {
        services.AddSingleton(_ => new DataFolder(dataDirectory));
        services.AddSingleton<StoreFile>();
        services.AddSingleton<StoreBackup>();
        services.AddSingleton<WriteGate>();
        services.AddSingleton<StorePulse>();
        services.AddSingleton(s => new StoreWriter(s.GetRequiredService<DataFolder>(), s.GetRequiredService<WriteGate>()));
        services.AddSingleton(s => new Checkpoints(s.GetRequiredService<DataFolder>(), s.GetRequiredService<WriteGate>()));
        services.AddSingleton(s => new EvidenceStore(s.GetRequiredService<StoreWriter>(), s.GetRequiredService<TimeProvider>()));
        services.AddScoped<ChangeContext>();
        return services.AddDbContext<MoleDb>((s, options) => Configure(options, s.GetRequiredService<DataFolder>().Database), optionsLifetime: ServiceLifetime.Singleton);
    }

    /// <summary>
    /// Takes the directory for this process, sweeps what a killed one left, looks whose database lies there, and brings it up
    /// to date. Everything that takes longer or is out of the ordinary is said. A directory of the other kind (the demo's for real
    /// work, real work's for the demo) is refused before anything in it is touched.
    /// </summary>
    /// <exception cref="IOException">The directory cannot be used; the message says why and what to do.</exception>
    public static async Task OpenAsync(IServiceProvider services, bool demo, Action<string> say, CancellationToken cancellation = default)
    {
        var folder = services.GetRequiredService<DataFolder>();
        var file = services.GetRequiredService<StoreFile>();
        await folder.ClaimAsync(LongestWait, say, cancellation).ConfigureAwait(false);
        folder.Sweep(say);
        folder.Shut(say);
        var state = await file.InspectAsync(cancellation).ConfigureAwait(false);
        if (state == StoreState.Nothing && File.Exists(file.Path))
        {
            say($"{file.Path} held nothing; a new database is begun in it.");
        }

        if (state != StoreState.Nothing)
        {
            await file.RefuseForeignAsync(demo, cancellation).ConfigureAwait(false);
        }

        file.MakeReady(state);
        if (state != StoreState.Current)
        {
            var scope = services.CreateAsyncScope();
            await using var ending = scope.ConfigureAwait(false);
            await PrepareAsync(scope.ServiceProvider.GetRequiredService<MoleDb>(), cancellation).ConfigureAwait(false);
            // A store from before it was written down whose it is could not say so until it was brought up to date.
            await file.RefuseForeignAsync(demo, cancellation).ConfigureAwait(false);
        }

        _ = services.GetRequiredService<Checkpoints>();
    }

    /// <summary>Ids of what was sent long ago: no browser holds an entry back for a quarter of a year.</summary>
    public static async Task ForgetOldIdsAsync(MoleDb db, CancellationToken cancellation = default)
    {
        var old = db.Change.Now - Duration.FromDays(90);
        var turn = await db.BeginWriteAsync(cancellation).ConfigureAwait(false);
        await using var ending = turn.ConfigureAwait(false);
        await db.Once.Where(o => o.At < old).ExecuteDeleteAsync(cancellation).ConfigureAwait(false);
        await turn.CommitAsync(cancellation).ConfigureAwait(false);
    }

    /// <summary>A database opened by itself, for tools and for what is brought back.</summary>
    public static MoleDb Open(string file)
    {
        var options = new DbContextOptionsBuilder<MoleDb>();
        Configure(options, file);
#pragma warning disable CA2000 // The gate lives as long as the context.
        return new MoleDb(options.Options, new ChangeContext(TimeProvider.System), new WriteGate());
#pragma warning restore CA2000
    }

    internal static void Configure(DbContextOptionsBuilder options, string file) => options
        .UseSqlite(StoreConnection.TextFor(file), sqlite => sqlite.UseQuerySplittingBehavior(QuerySplittingBehavior.SplitQuery))
        // That the migrations match the model is asked by a test; asking at every start would cost half of it.
        .ConfigureWarnings(warnings => warnings.Ignore(RelationalEventId.PendingModelChangesWarning))
        .AddInterceptors(new SafeConnection());

    /// <summary>Runs the migrations and makes sure that there is a firm row.</summary>
    private static async Task PrepareAsync(MoleDb db, CancellationToken cancellation)
    {
        var brought = (await db.Database.GetPendingMigrationsAsync(cancellation).ConfigureAwait(false)).Any(m => m.EndsWith(TrustStep, StringComparison.Ordinal));
        await db.Database.MigrateAsync(cancellation).ConfigureAwait(false);
        if (brought && await db.Firms.AnyAsync(cancellation).ConfigureAwait(false))
        {
            await BringAsync(db, cancellation).ConfigureAwait(false);
        }

        if (!await db.Firms.AnyAsync(cancellation).ConfigureAwait(false))
        {
            db.Firms.Add(new FirmSettings());
            await db.SaveChangesAsync(cancellation).ConfigureAwait(false);
        }
    }

    /// <summary>A store from before readers were given jobs: they keep what they saw, and a demo's is known as one from now on. Logged like any change.</summary>
    private static async Task BringAsync(MoleDb db, CancellationToken cancellation)
    {
        db.Change.Why = "brought up to date: readers keep the jobs that they saw before";
        var readers = await db.Users.Where(u => u.Role == Role.Reader).Select(u => u.Id).ToListAsync(cancellation).ConfigureAwait(false);
        var jobs = await db.Jobs.Select(j => j.Id).ToListAsync(cancellation).ConfigureAwait(false);
        db.Grants.AddRange(readers.SelectMany(reader => jobs.Select(job => new JobGrant { JobId = job, PersonId = reader })));
        var people = await db.Users.Where(u => u.PasswordHash == null).Select(u => u.UserName!).ToListAsync(cancellation).ConfigureAwait(false);
        (await db.Firms.AsTracking().SingleAsync(cancellation).ConfigureAwait(false)).IsDemo = DemoPeople.People().All(p => people.Contains(p.UserName!));
        await db.SaveChangesAsync(cancellation).ConfigureAwait(false);
    }
}
