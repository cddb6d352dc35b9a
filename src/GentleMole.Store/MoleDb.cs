using System.Text.Json;
using GentleMole.Core.Pinpoint;
using GentleMole.Core.Site;
using GentleMole.Store.Model;
using Microsoft.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore.ChangeTracking;
using Microsoft.EntityFrameworkCore.Storage.ValueConversion;

namespace GentleMole.Store;

/// <summary>Everything that is kept. One SQLite file; a save is one transaction.</summary>
public sealed class MoleDb(DbContextOptions<MoleDb> options) : DbContext(options)
{
    public DbSet<Job> Jobs => Set<Job>();

    public DbSet<SoughtLine> Lines => Set<SoughtLine>();

    public DbSet<Hookup> Hookups => Set<Hookup>();

    public DbSet<Reading> Readings => Set<Reading>();

    public DbSet<SiteFeature> Features => Set<SiteFeature>();

    public DbSet<Firm> Firms => Set<Firm>();

    public DbSet<HolidayRow> Holidays => Set<HolidayRow>();

    protected override void OnModelCreating(ModelBuilder modelBuilder)
    {
        modelBuilder.Entity<Job>(job =>
        {
            job.Property(j => j.Name).HasMaxLength(200);
            job.Property(j => j.DigCorners).HasConversion(AsJson<SitePoint>(), Compared<SitePoint>());
            job.Property(j => j.Tape).HasConversion(AsJson<SitePoint>(), Compared<SitePoint>());
            job.Ignore(j => j.Origin);
            job.HasMany(j => j.Lines).WithOne().HasForeignKey(l => l.JobId);
            job.HasMany(j => j.Hookups).WithOne().HasForeignKey(h => h.JobId);
            job.HasMany(j => j.Readings).WithOne().HasForeignKey(r => r.JobId);
            job.HasMany(j => j.Features).WithOne().HasForeignKey(f => f.JobId);
        });
        modelBuilder.Entity<SoughtLine>(line =>
            line.Property(l => l.ExpectedRun).HasConversion(AsJson<SitePoint>(), Compared<SitePoint>()));
        modelBuilder.Entity<Hookup>(hookup =>
        {
            hookup.Ignore(h => h.Connection).Ignore(h => h.Stake);
            hookup.HasMany(h => h.Readings).WithOne().HasForeignKey(r => r.HookupId);
            hookup.HasOne<SoughtLine>().WithMany().HasForeignKey(h => h.LineId);
        });
        modelBuilder.Entity<Reading>(reading =>
        {
            reading.Property(r => r.Id).ValueGeneratedNever();
            reading.Property(r => r.Utility).HasMaxLength(200);
            reading.Property(r => r.Across).HasConversion(AsJson<CrossReading>(), Compared<CrossReading>());
            reading.Ignore(r => r.Place);
            reading.HasOne<SoughtLine>().WithMany().HasForeignKey(r => r.LineId);
            reading.HasIndex(r => new { r.JobId, r.TakenAt });
        });
        modelBuilder.Entity<SiteFeature>(feature =>
            feature.Property(f => f.Points).HasConversion(AsJson<SitePoint>(), Compared<SitePoint>()));
        modelBuilder.Entity<Firm>(firm =>
        {
            firm.Property(f => f.Id).ValueGeneratedNever();
            firm.Ignore(f => f.Rules);
        });
        modelBuilder.Entity<HolidayRow>().HasKey(h => h.Date);
    }

    private static ValueConverter<List<T>, string> AsJson<T>() => new(
        list => JsonSerializer.Serialize(list, StoredJson.Options),
        text => JsonSerializer.Deserialize<List<T>>(text, StoredJson.Options) ?? new List<T>());

    private static ValueComparer<List<T>> Compared<T>() => new(
        (a, b) => a!.SequenceEqual(b!),
        list => list.Aggregate(0, (hash, item) => HashCode.Combine(hash, item)),
        list => list.ToList());
}
