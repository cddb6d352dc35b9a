using System.Text.Json;
using GentleMole.Core.Pinpoint;
using GentleMole.Core.Site;
using GentleMole.Store.Log;
using GentleMole.Store.Model;
using Microsoft.AspNetCore.Identity.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore.ChangeTracking;
using Microsoft.EntityFrameworkCore.Storage.ValueConversion;

namespace GentleMole.Store;

/// <summary>
/// Everything that is kept. One SQLite file; a save is one transaction, and writes into the log what it changes.
/// </summary>
public sealed class MoleDb(DbContextOptions<MoleDb> options, ChangeContext change) : IdentityUserContext<MoleUser>(options)
{
    private bool _onceKept;

    public DbSet<Job> Jobs => Set<Job>();

    public DbSet<SoughtLine> Lines => Set<SoughtLine>();

    public DbSet<Hookup> Hookups => Set<Hookup>();

    public DbSet<Reading> Readings => Set<Reading>();

    public DbSet<SiteFeature> Features => Set<SiteFeature>();

    public DbSet<Photo> Photos => Set<Photo>();

    public DbSet<CautionAck> Acks => Set<CautionAck>();

    public DbSet<Settlement> Settlements => Set<Settlement>();

    public DbSet<LineModel> LineModels => Set<LineModel>();

    public DbSet<LineTie> Ties => Set<LineTie>();

    public DbSet<Instrument> Instruments => Set<Instrument>();

    public DbSet<InstrumentCheck> Checks => Set<InstrumentCheck>();

    public DbSet<GuideEntry> Guide => Set<GuideEntry>();

    public DbSet<GuideNote> GuideNotes => Set<GuideNote>();

    public DbSet<OwnerRow> Owners => Set<OwnerRow>();

    public DbSet<RecordRequest> Requests => Set<RecordRequest>();

    public DbSet<RecordSheet> Sheets => Set<RecordSheet>();

    public DbSet<RecordLine> Records => Set<RecordLine>();

    public DbSet<Visit> Visits => Set<Visit>();

    public DbSet<CentreAnswer> CentreAnswers => Set<CentreAnswer>();

    public DbSet<Firm> Firms => Set<Firm>();

    public DbSet<HolidayRow> Holidays => Set<HolidayRow>();

    public DbSet<TokenRow> ApiTokens => Set<TokenRow>();

    public DbSet<LogEntry> Log => Set<LogEntry>();

    public DbSet<SentOnce> Once => Set<SentOnce>();

    /// <summary>Who is at work; what they change is logged under this name.</summary>
    public ChangeContext Change => change;

    public override int SaveChanges(bool acceptAllChangesOnSuccess) =>
        throw new NotSupportedException("Saving waits for the disk; use SaveChangesAsync.");

    /// <exception cref="ChangedMeanwhileException">The same thing was changed since it was shown; nothing was saved.</exception>
    public override async Task<int> SaveChangesAsync(bool acceptAllChangesOnSuccess, CancellationToken cancellationToken = default)
    {
        ChangeTracker.DetectChanges();
        var pending = ChangeLog.Collect(ChangeTracker);
        if (pending.Count == 0)
        {
            return await base.SaveChangesAsync(acceptAllChangesOnSuccess, cancellationToken).ConfigureAwait(false);
        }

        // An immediate transaction: nobody else writes between looking at the chain's head and adding to it.
        var own = Database.CurrentTransaction is null
            ? await Database.BeginTransactionAsync(cancellationToken).ConfigureAwait(false)
            : null;
        await using var ending = (own as IAsyncDisposable ?? NoTransaction.Instance).ConfigureAwait(false);
        await RefuseOverwritingAsync(pending, cancellationToken).ConfigureAwait(false);
        if (change.Once is { } once && !_onceKept)
        {
            Once.Add(new SentOnce { Id = once, At = change.UtcNow });
            _onceKept = true;
        }

        var written = await base.SaveChangesAsync(acceptAllChangesOnSuccess, cancellationToken).ConfigureAwait(false);
        var last = await Log.AsNoTracking().OrderByDescending(e => e.Id).Select(e => new { e.Id, e.Hash })
            .FirstOrDefaultAsync(cancellationToken).ConfigureAwait(false);
        var entries = ChangeLog.Entries(pending, change, last?.Id ?? 0, last?.Hash ?? LogChain.Root).ToList();
        Log.AddRange(entries);
        await base.SaveChangesAsync(true, cancellationToken).ConfigureAwait(false);
        foreach (var entry in entries)
        {
            Entry(entry).State = EntityState.Detached;
        }

        if (own is not null)
        {
            await own.CommitAsync(cancellationToken).ConfigureAwait(false);
        }

        return written;
    }

    protected override void OnModelCreating(ModelBuilder builder)
    {
        base.OnModelCreating(builder);
        builder.Entity<Job>(job =>
        {
            job.Property(j => j.Name).HasMaxLength(200);
            job.Property(j => j.DigCorners).HasConversion(AsJson<SitePoint>(), Compared<SitePoint>());
            job.Property(j => j.DigRoute).HasConversion(AsJson<SitePoint>(), Compared<SitePoint>()).HasDefaultValueSql("'[]'");
            job.Property(j => j.DigLaterals).HasConversion(AsJson<List<SitePoint>>(), ComparedLists<SitePoint>()).HasDefaultValueSql("'[]'");
            job.Property(j => j.Tape).HasConversion(AsJson<SitePoint>(), Compared<SitePoint>());
            job.Ignore(j => j.Origin);
            job.HasMany(j => j.Lines).WithOne().HasForeignKey(l => l.JobId);
            job.HasMany(j => j.Hookups).WithOne().HasForeignKey(h => h.JobId);
            job.HasMany(j => j.Readings).WithOne().HasForeignKey(r => r.JobId);
            job.HasMany(j => j.Features).WithOne().HasForeignKey(f => f.JobId);
            job.HasMany(j => j.Requests).WithOne().HasForeignKey(r => r.JobId);
            job.HasMany(j => j.Records).WithOne().HasForeignKey(r => r.JobId);
            job.HasMany(j => j.Acks).WithOne().HasForeignKey(a => a.JobId);
            job.HasMany(j => j.Settlements).WithOne().HasForeignKey(s => s.JobId);
            job.HasMany(j => j.LineModels).WithOne().HasForeignKey(m => m.JobId);
            job.HasMany(j => j.Ties).WithOne().HasForeignKey(t => t.JobId);
            job.Property(j => j.SoilOhmMetres).HasDefaultValue(80.0);
            job.HasIndex(j => j.NoticeNumber).IsUnique().HasFilter("NoticeNumber <> ''");
        });
        builder.Entity<SoughtLine>(line =>
            line.Property(l => l.ExpectedRun).HasConversion(AsJson<SitePoint>(), Compared<SitePoint>()));
        builder.Entity<Hookup>(hookup =>
        {
            hookup.Ignore(h => h.Connection).Ignore(h => h.Stake);
            hookup.HasMany(h => h.Readings).WithOne().HasForeignKey(r => r.HookupId);
            hookup.HasOne<SoughtLine>().WithMany().HasForeignKey(h => h.LineId);
            hookup.Property(h => h.Wires).HasConversion(AsJson<Core.Signal.WireTrial>(), Compared<Core.Signal.WireTrial>()).HasDefaultValueSql("'[]'");
            hookup.Property(h => h.ArcBearings).HasConversion(AsJson<double>(), Compared<double>()).HasDefaultValueSql("'[]'");
        });
        builder.Entity<LineModel>().Property(m => m.Points).HasConversion(AsJson<SitePoint>(), Compared<SitePoint>());
        builder.Entity<LineTie>().Ignore(t => t.IsJoint);
        builder.Entity<Instrument>(instrument =>
        {
            instrument.Property(i => i.FrequenciesHertz).HasConversion(AsJson<double>(), Compared<double>());
            instrument.Property(i => i.StepsMilliamps).HasConversion(AsJson<double>(), Compared<double>());
            instrument.HasMany(i => i.Checks).WithOne().HasForeignKey(c => c.InstrumentId);
        });
        builder.Entity<InstrumentCheck>().Property(c => c.ReadMetres).HasConversion(AsJson<double>(), Compared<double>());
        builder.Entity<GuideEntry>().HasIndex(g => g.Kind).IsUnique();
        builder.Entity<GuideNote>().HasIndex(g => new { g.Kind, g.Feature }).IsUnique();
        builder.Entity<Reading>(reading =>
        {
            reading.Property(r => r.Id).ValueGeneratedNever();
            reading.Property(r => r.Utility).HasMaxLength(200);
            reading.Property(r => r.Across).HasConversion(AsJson<CrossReading>(), Compared<CrossReading>());
            reading.Ignore(r => r.Place);
            reading.HasOne<SoughtLine>().WithMany().HasForeignKey(r => r.LineId);
            reading.HasIndex(r => new { r.JobId, r.TakenAt });
        });
        builder.Entity<SiteFeature>(feature =>
        {
            feature.Property(f => f.Points).HasConversion(AsJson<SitePoint>(), Compared<SitePoint>());
            feature.Ignore(f => f.Was);
            feature.HasMany(f => f.Photos).WithOne().HasForeignKey(p => p.FeatureId);
        });
        builder.Entity<Photo>().Property(p => p.Id).ValueGeneratedNever();
        builder.Entity<RecordRequest>().HasMany(r => r.Sheets).WithOne().HasForeignKey(s => s.RequestId);
        builder.Entity<RecordLine>(line =>
        {
            line.Property(l => l.Points).HasConversion(AsJson<SitePoint>(), Compared<SitePoint>());
            line.HasOne<RecordSheet>().WithMany().HasForeignKey(l => l.SheetId);
        });
        builder.Entity<Visit>(visit =>
        {
            visit.HasOne<Job>().WithMany().HasForeignKey(v => v.JobId);
            visit.HasOne<MoleUser>().WithMany().HasForeignKey(v => v.PersonId);
            visit.HasIndex(v => v.Day);
        });
        builder.Entity<CentreAnswer>(answer =>
        {
            answer.Property(a => a.Id).ValueGeneratedNever();
            answer.HasOne<Job>().WithMany().HasForeignKey(a => a.JobId);
            answer.HasIndex(a => a.SentAt);
        });
        builder.Entity<OwnerRow>().HasIndex(o => o.Name).IsUnique();
        builder.Entity<Firm>(firm =>
        {
            firm.Property(f => f.Id).ValueGeneratedNever();
            firm.Ignore(f => f.Rules);
        });
        builder.Entity<HolidayRow>().HasKey(h => h.Date);
        builder.Entity<TokenRow>().HasIndex(t => t.TokenHash).IsUnique();
        builder.Entity<SentOnce>().Property(o => o.Id).ValueGeneratedNever();
        builder.Entity<LogEntry>(entry =>
        {
            entry.Property(e => e.Id).ValueGeneratedNever();
            entry.HasIndex(e => new { e.JobId, e.Id });
            entry.HasIndex(e => new { e.Subject, e.Id });
        });
    }

    private async Task RefuseOverwritingAsync(List<ChangeLog.Pending> pending, CancellationToken cancellation)
    {
        if (change.SeenUpTo is not { } seen)
        {
            return;
        }

        var touched = pending.Where(p => p.What != "added").ToDictionary(p => p.Subject);
        var subjects = touched.Keys.ToList();
        var since = await Log.AsNoTracking().Where(e => e.Id > seen && EF.Parameter(subjects).Contains(e.Subject))
            .OrderBy(e => e.Id).ToListAsync(cancellation).ConfigureAwait(false);
        var clashes = since.Where(e => touched[e.Subject] is var mine
            && (mine.What == "removed" || e.What != "changed" || mine.Changed.Any(name => e.After.Contains($"\"{name}\":", StringComparison.Ordinal)))).ToList();
        if (clashes.Count > 0)
        {
            throw new ChangedMeanwhileException(clashes);
        }
    }

    private static ValueConverter<List<T>, string> AsJson<T>() => new(
        list => JsonSerializer.Serialize(list, StoredJson.Options),
        text => JsonSerializer.Deserialize<List<T>>(text, StoredJson.Options) ?? new List<T>());

    private static ValueComparer<List<T>> Compared<T>() => new(
        (a, b) => a!.SequenceEqual(b!),
        list => list.Aggregate(0, (hash, item) => HashCode.Combine(hash, item)),
        list => list.ToList());

    private static ValueComparer<List<List<T>>> ComparedLists<T>() => new(
        (a, b) => a!.Count == b!.Count && a.Zip(b).All(p => p.First.SequenceEqual(p.Second)),
        list => list.Count,
        list => list.Select(inner => inner.ToList()).ToList());

    private sealed class NoTransaction : IAsyncDisposable
    {
        public static NoTransaction Instance { get; } = new();

        public ValueTask DisposeAsync() => ValueTask.CompletedTask;
    }
}
