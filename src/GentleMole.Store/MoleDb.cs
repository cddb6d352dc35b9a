using GentleMole.Core.Lines;
using GentleMole.Store.Evidence;
using GentleMole.Store.Log;
using GentleMole.Store.Model;
using GentleMole.Store.Writing;
using Microsoft.AspNetCore.Identity.EntityFrameworkCore;
using Microsoft.Data.Sqlite;
using Microsoft.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore.Storage;

namespace GentleMole.Store;

/// <summary>
/// Everything that is kept. One SQLite file; a save is one transaction, takes its turn at the gate, and writes into the log
/// what it changes.
/// </summary>
public sealed partial class MoleDb(DbContextOptions<MoleDb> options, ChangeContext change, WriteGate gate) : IdentityUserContext<MoleUser>(options)
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

    public DbSet<Sweep> Sweeps => Set<Sweep>();

    public DbSet<SweptPass> Passes => Set<SweptPass>();

    public DbSet<SweptResponse> Responses => Set<SweptResponse>();

    public DbSet<ControlWire> Wires => Set<ControlWire>();

    public DbSet<SondePush> Pushes => Set<SondePush>();

    public DbSet<PushedFix> Fixes => Set<PushedFix>();

    public DbSet<CameraFind> CameraFinds => Set<CameraFind>();

    public DbSet<FaultSearch> FaultSearches => Set<FaultSearch>();

    public DbSet<FrameLevel> FrameLevels => Set<FrameLevel>();

    public DbSet<MeasuredWire> MeasuredWires => Set<MeasuredWire>();

    public DbSet<RadarRecord> Profiles => Set<RadarRecord>();

    public DbSet<RadarPart> RadarParts => Set<RadarPart>();

    public DbSet<WalkedProfile> WalkedProfiles => Set<WalkedProfile>();

    public DbSet<RadarPick> RadarPicks => Set<RadarPick>();

    public DbSet<RadarCalibration> Calibrations => Set<RadarCalibration>();

    public DbSet<FoundLine> Found => Set<FoundLine>();

    public DbSet<RadarGrid> Grids => Set<RadarGrid>();

    public DbSet<FoundBody> Bodies => Set<FoundBody>();

    public DbSet<UncoveredLine> Uncovered => Set<UncoveredLine>();

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

    public DbSet<PersonSession> Sessions => Set<PersonSession>();

    public DbSet<DoorTries> Tries => Set<DoorTries>();

    public DbSet<PlaceCustom> Places => Set<PlaceCustom>();

    public DbSet<HandedSheet> Handed => Set<HandedSheet>();

    public DbSet<DiggerLink> DiggerLinks => Set<DiggerLink>();

    public DbSet<JobGrant> Grants => Set<JobGrant>();

    public DbSet<SecurityEvent> SecurityEvents => Set<SecurityEvent>();

    public DbSet<PracticeRound> Rounds => Set<PracticeRound>();

    public DbSet<PracticeStep> PracticeSteps => Set<PracticeStep>();

    public DbSet<MadeYard> Yards => Set<MadeYard>();

    public DbSet<SetYard> SetYards => Set<SetYard>();

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

    /// <summary>True when what is being sent was stored by somebody else while this looked at it: it came twice at once.</summary>
    public async Task<bool> IsStoredByTwinAsync(CancellationToken cancellation = default) => !_onceKept && await IsStoredAsync(cancellation).ConfigureAwait(false);

    /// <summary>Number of the last log entry.</summary>
    public async Task<long> LogHeadAsync(CancellationToken cancellation = default) =>
        await Log.MaxAsync(e => (long?)e.Id, cancellation).ConfigureAwait(false) ?? 0;

    /// <exception cref="ChangedMeanwhileException">The same thing was changed since it was shown; nothing was saved.</exception>
    /// <exception cref="RuleBrokenException">A value is none that can be kept; nothing was saved.</exception>
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
        KeptRules.Check(ChangeTracker);
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
            change.Own.Add(entry.Id);
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
