using System.Text.Json;
using GentleMole.Core.Lines;
using GentleMole.Core.Pinpoint;
using GentleMole.Core.Site;
using GentleMole.Store.Evidence;
using GentleMole.Store.Log;
using GentleMole.Store.Model;
using GentleMole.Store.Writing;
using Microsoft.AspNetCore.Identity.EntityFrameworkCore;
using Microsoft.Data.Sqlite;
using Microsoft.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore.ChangeTracking;
using Microsoft.EntityFrameworkCore.Storage;
using Microsoft.EntityFrameworkCore.Storage.ValueConversion;
using NodaTime;

namespace GentleMole.Store;

/// <summary>
/// Everything that is kept. One SQLite file; a save is one transaction, takes its turn at the gate, and writes into the log
/// what it changes.
/// </summary>
public sealed class MoleDb(DbContextOptions<MoleDb> options, ChangeContext change, WriteGate gate) : IdentityUserContext<MoleUser>(options)
{
    private bool _onceKept;

    public DbSet<Job> Jobs => Set<Job>();

    public DbSet<SoughtLine> Lines => Set<SoughtLine>();

    public DbSet<Hookup> Hookups => Set<Hookup>();

    public DbSet<Reading> Readings => Set<Reading>();

    public DbSet<ReceiverWalk> Walks => Set<ReceiverWalk>();

    public DbSet<SampleBlock> Blocks => Set<SampleBlock>();

    public DbSet<LooseSample> Loose => Set<LooseSample>();

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

    public DbSet<PutAside> PutAside => Set<PutAside>();

    public DbSet<FirmSettings> Firms => Set<FirmSettings>();

    public DbSet<HolidayRow> Holidays => Set<HolidayRow>();

    public DbSet<TokenRow> ApiTokens => Set<TokenRow>();

    public DbSet<LogEntry> Log => Set<LogEntry>();

    public DbSet<SentOnce> Once => Set<SentOnce>();

    /// <summary>Who is at work; what they change is logged under this name.</summary>
    public ChangeContext Change => change;

    public override int SaveChanges(bool acceptAllChangesOnSuccess) =>
        throw new NotSupportedException("Saving waits for the disk; use SaveChangesAsync.");

    /// <summary>
    /// A transaction for several saves: waits for its turn, keeps others waiting until it is disposed. Undone unless
    /// committed.
    /// </summary>
    public async Task<WriteTurn> BeginWriteAsync(CancellationToken cancellation = default)
    {
        var turn = await gate.EnterAsync(cancellation).ConfigureAwait(false);
        try
        {
            return new WriteTurn(await Database.BeginTransactionAsync(cancellation).ConfigureAwait(false), turn);
        }
        catch
        {
            turn.Dispose();
            throw;
        }
    }

    /// <summary>Everything read until it is disposed is of one moment, whatever others write meanwhile.</summary>
    public async Task<IAsyncDisposable> BeginSnapshotAsync(CancellationToken cancellation = default)
    {
        if (Database.CurrentTransaction is not null)
        {
            return NoTransaction.Instance;
        }

        await Database.OpenConnectionAsync(cancellation).ConfigureAwait(false);
        var connection = (SqliteConnection)Database.GetDbConnection();
        var transaction = connection.BeginTransaction(deferred: true);
        await Database.UseTransactionAsync(transaction, cancellation).ConfigureAwait(false);
        return new Snapshot(this, transaction);
    }

    /// <summary>True when what is being sent was stored before, under the same id.</summary>
    public async Task<bool> IsStoredAsync(CancellationToken cancellation = default) =>
        change.Once is { } once && await Once.AsNoTracking().AnyAsync(o => o.Id == once, cancellation).ConfigureAwait(false);

    /// <summary>Number of the last log entry.</summary>
    public async Task<long> LogHeadAsync(CancellationToken cancellation = default) =>
        await Log.MaxAsync(e => (long?)e.Id, cancellation).ConfigureAwait(false) ?? 0;

    /// <exception cref="ChangedMeanwhileException">The same thing was changed since it was shown; nothing was saved.</exception>
    /// <exception cref="StoreBusyException">Its turn did not come in time; nothing was saved.</exception>
    public override async Task<int> SaveChangesAsync(bool acceptAllChangesOnSuccess, CancellationToken cancellationToken = default)
    {
        if (!ChangeTracker.HasChanges())
        {
            return 0;
        }

        // An immediate transaction: nobody else writes between looking at the chain's head and adding to it.
        var own = Database.CurrentTransaction is null ? await BeginWriteAsync(cancellationToken).ConfigureAwait(false) : null;
        await using var ending = (own as IAsyncDisposable ?? NoTransaction.Instance).ConfigureAwait(false);
        var written = await WriteAsync(acceptAllChangesOnSuccess, cancellationToken).ConfigureAwait(false);
        if (own is not null)
        {
            await own.CommitAsync(cancellationToken).ConfigureAwait(false);
        }

        return written;
    }

    private async Task<int> WriteAsync(bool acceptAllChangesOnSuccess, CancellationToken cancellation)
    {
        await Meanwhile.ResolveAsync(this, ChangeLog.Collect(ChangeTracker), cancellation).ConfigureAwait(false);
        await NumberDotsAsync(cancellation).ConfigureAwait(false);
        await TieRecordsAsync(cancellation).ConfigureAwait(false);
        var pending = ChangeLog.Collect(ChangeTracker);
        if (pending.Count > 0 && change.Once is { } once && !_onceKept)
        {
            Once.Add(new SentOnce { Id = once, At = change.Now });
            _onceKept = true;
        }

        var written = await base.SaveChangesAsync(acceptAllChangesOnSuccess, cancellation).ConfigureAwait(false);
        if (pending.Count == 0)
        {
            return written;
        }

        var last = await Log.AsNoTracking().OrderByDescending(e => e.Id).Select(e => new { e.Id, e.Hash })
            .FirstOrDefaultAsync(cancellation).ConfigureAwait(false);
        var entries = ChangeLog.Entries(pending, change, last?.Id ?? 0, last?.Hash ?? LogChain.Root).ToList();
        Log.AddRange(entries);
        await base.SaveChangesAsync(true, cancellation).ConfigureAwait(false);
        foreach (var entry in entries)
        {
            Entry(entry).State = EntityState.Detached;
        }

        return written;
    }

    /// <summary>New dots get their number here, where nobody else can give the same one.</summary>
    private async Task NumberDotsAsync(CancellationToken cancellation)
    {
        foreach (var ofLine in ChangeTracker.Entries<Reading>()
            .Where(e => e is { State: EntityState.Added, Entity: { LineId: not null, Number: 0 } })
            .GroupBy(e => e.Entity.LineId!.Value))
        {
            await Lines.Where(l => l.Id == ofLine.Key).ExecuteUpdateAsync(
                set => set.SetProperty(l => l.DotsNumbered, l => l.DotsNumbered + ofLine.Count()), cancellation).ConfigureAwait(false);
            var last = await Lines.Where(l => l.Id == ofLine.Key).Select(l => l.DotsNumbered).SingleAsync(cancellation).ConfigureAwait(false);
            var next = last - ofLine.Count();
            foreach (var dot in ofLine.OrderBy(d => d.Entity.TakenAt))
            {
                dot.Entity.Number = ++next;
            }
        }
    }

    /// <summary>
    /// Records are tied to the utility of the notice that they tell of, once, when the later of the two comes: what is then
    /// written differently or corrected parts them no more.
    /// </summary>
    private async Task TieRecordsAsync(CancellationToken cancellation)
    {
        static bool Tells(RecordLine record, UtilityKind kind, string owner) =>
            record.LineId is null && record.Kind == kind && string.Equals(record.Owner, owner, StringComparison.OrdinalIgnoreCase);

        var added = ChangeTracker.Entries<SoughtLine>().Where(e => e.State == EntityState.Added).ToList();
        foreach (var record in ChangeTracker.Entries<RecordLine>().Where(e => e is { State: EntityState.Added, Entity.LineId: null }).ToList())
        {
            // A line that is new in this save has no number yet; the record gets it with the line.
            var job = record.Property(r => r.JobId).CurrentValue;
            var lines = await Lines.AsNoTracking().Where(l => l.JobId == job).Select(l => new { l.Id, l.Kind, l.Owner }).ToListAsync(cancellation).ConfigureAwait(false);
            record.Property(r => r.LineId).CurrentValue = lines.Find(l => Tells(record.Entity, l.Kind, l.Owner))?.Id
                ?? added.Find(l => l.Property(x => x.JobId).CurrentValue == job && Tells(record.Entity, l.Entity.Kind, l.Entity.Owner))?.Property(l => l.Id).CurrentValue;
        }

        foreach (var line in added.Where(l => l.Entity.JobId > 0))
        {
            var job = line.Entity.JobId;
            foreach (var record in await Records.Where(r => r.JobId == job && r.LineId == null).ToListAsync(cancellation).ConfigureAwait(false))
            {
                if (Tells(record, line.Entity.Kind, line.Entity.Owner))
                {
                    Entry(record).Property(r => r.LineId).CurrentValue = line.Property(l => l.Id).CurrentValue;
                }
            }
        }
    }

    /// <summary>Indexes are there by what is asked, not one for every reference.</summary>
    protected override void ConfigureConventions(ModelConfigurationBuilder configurationBuilder)
    {
        configurationBuilder.Conventions.Remove<Microsoft.EntityFrameworkCore.Metadata.Conventions.ForeignKeyIndexConvention>();
        configurationBuilder.Properties<Instant>().HaveConversion<StoredMoment.Moments>();
        configurationBuilder.Properties<LocalDateTime>().HaveConversion<StoredMoment.Locals>();
        configurationBuilder.Properties<LocalDate>().HaveConversion<StoredMoment.Days>();
        configurationBuilder.Properties<LocalTime>().HaveConversion<StoredMoment.Times>();
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
            hookup.Property(h => h.Wires).HasConversion(AsJson<Core.Hookup.WireTrial>(), Compared<Core.Hookup.WireTrial>()).HasDefaultValueSql("'[]'");
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
            reading.Property(r => r.Id).ValueGeneratedNever().HasConversion(AsBytes);
            reading.Property(r => r.Utility).HasMaxLength(200);
            reading.Property(r => r.Across).HasConversion(AsJson<CrossReading>(), Compared<CrossReading>());
            reading.Ignore(r => r.Place);
            reading.HasOne<SoughtLine>().WithMany().HasForeignKey(r => r.LineId);

            // What the board counts; a sheet wants all of its job, and puts them in order itself.
            reading.HasIndex(r => new { r.JobId, r.LineId, r.State });
        });
        builder.Entity<ReceiverWalk>(walk =>
        {
            walk.ToTable("Walks").HasOne<Job>().WithMany().HasForeignKey(w => w.JobId);
        });
        builder.Entity<SampleBlock>(block =>
        {
            block.Property(b => b.Id).ValueGeneratedNever();
            block.ToTable("Blocks").HasOne<Job>().WithMany().HasForeignKey(b => b.JobId);
            block.HasOne<ReceiverWalk>().WithMany().HasForeignKey(b => b.WalkId);
        });
        builder.Entity<LooseSample>(loose =>
        {
            loose.ToTable("Loose").Property(l => l.Id).ValueGeneratedNever().HasConversion(AsBytes);
            loose.HasOne<SampleBlock>().WithMany().HasForeignKey(l => l.BlockId);
            loose.HasIndex(l => new { l.JobId, l.Utility });
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
            line.Ignore(l => l.Cover);
            line.Property(l => l.Points).HasConversion(AsJson<SitePoint>(), Compared<SitePoint>());
            line.HasOne<RecordSheet>().WithMany().HasForeignKey(l => l.SheetId);
            line.HasOne<SoughtLine>().WithMany().HasForeignKey(l => l.LineId).OnDelete(DeleteBehavior.SetNull);
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
        builder.Entity<FirmSettings>(firm =>
        {
            firm.Property(f => f.Id).ValueGeneratedNever();
            firm.Ignore(f => f.Rules).Ignore(f => f.CircuitLimits);
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
        builder.Entity<RecordSheet>().HasIndex(s => s.RequestId);
        builder.Entity<Photo>().HasIndex(p => p.FeatureId);
        builder.Entity<InstrumentCheck>().HasIndex(c => c.InstrumentId);
        builder.Entity<SampleBlock>().HasIndex(b => b.WalkId);
        builder.Entity<LooseSample>().HasIndex(l => l.BlockId);
        foreach (var part in builder.Model.GetEntityTypes().Where(t => typeof(IJobPart).IsAssignableFrom(t.ClrType) && t.ClrType != typeof(SampleBlock)
            && !t.GetIndexes().Any(i => i.Properties[0].Name == nameof(IJobPart.JobId))).ToList())
        {
            builder.Entity(part.ClrType).HasIndex(nameof(IJobPart.JobId));
        }
    }

    private static ValueConverter<Guid, byte[]> AsBytes { get; } = new(id => StoredId.Bytes(id), bytes => StoredId.From(bytes));

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

    private sealed class Snapshot(MoleDb db, SqliteTransaction transaction) : IAsyncDisposable
    {
        public async ValueTask DisposeAsync()
        {
            await db.Database.UseTransactionAsync(null).ConfigureAwait(false);
            await transaction.DisposeAsync().ConfigureAwait(false);
            await db.Database.CloseConnectionAsync().ConfigureAwait(false);
        }
    }

    private sealed class NoTransaction : IAsyncDisposable
    {
        public static NoTransaction Instance { get; } = new();

        public ValueTask DisposeAsync() => ValueTask.CompletedTask;
    }
}
