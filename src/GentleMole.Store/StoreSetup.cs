using GentleMole.Store.Log;
using GentleMole.Store.Model;
using Microsoft.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore.Design;
using Microsoft.EntityFrameworkCore.Diagnostics;
using Microsoft.Extensions.DependencyInjection;

namespace GentleMole.Store;

/// <summary>Registers the store and brings its file up to date.</summary>
public static class StoreSetup
{
    public static IServiceCollection AddMoleStore(this IServiceCollection services, string dataDirectory)
    {
        Directory.CreateDirectory(dataDirectory);
        var file = new StoreFile(dataDirectory);
        services.AddSingleton(file);
        services.AddSingleton(new StoreBackup(file, dataDirectory));
        services.AddScoped<ChangeContext>();
        return services.AddDbContext<MoleDb>(options => Configure(options, file.Path));
    }

    /// <summary>Runs the migrations and makes sure that there is a firm row.</summary>
    public static async Task PrepareAsync(MoleDb db, CancellationToken cancellation = default)
    {
        await db.Database.MigrateAsync(cancellation).ConfigureAwait(false);
        if (!await db.Firms.AnyAsync(cancellation).ConfigureAwait(false))
        {
            db.Firms.Add(new Firm());
            await db.SaveChangesAsync(cancellation).ConfigureAwait(false);
        }
    }

    /// <summary>Ids of what was sent long ago: no browser holds an entry back for a quarter of a year.</summary>
    public static Task ForgetOldIdsAsync(MoleDb db, CancellationToken cancellation = default)
    {
        var old = db.Change.UtcNow.AddDays(-90);
        return db.Once.Where(o => o.At < old).ExecuteDeleteAsync(cancellation);
    }

    internal static void Configure(DbContextOptionsBuilder options, string file) => options
        .UseSqlite($"Data Source={file}", sqlite => sqlite.UseQuerySplittingBehavior(QuerySplittingBehavior.SplitQuery))
        // That the migrations match the model is asked by a test; asking at every start would cost half of it.
        .ConfigureWarnings(warnings => warnings.Ignore(RelationalEventId.PendingModelChangesWarning))
        .AddInterceptors(new SafeConnection());
}

/// <summary>Used by the migrations tool alone.</summary>
internal sealed class DesignTimeFactory : IDesignTimeDbContextFactory<MoleDb>
{
    public MoleDb CreateDbContext(string[] args)
    {
        var options = new DbContextOptionsBuilder<MoleDb>();
        StoreSetup.Configure(options, Path.Combine(Path.GetTempPath(), "gentle-mole-design.db"));
        return new MoleDb(options.Options, new ChangeContext(TimeProvider.System));
    }
}
