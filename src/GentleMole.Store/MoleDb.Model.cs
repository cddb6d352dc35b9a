using System.Text.Json;
using GentleMole.Core.Lines;
using GentleMole.Core.Pinpoint;
using GentleMole.Core.Site;
using GentleMole.Store.Evidence;
using GentleMole.Store.Log;
using GentleMole.Store.Model;
using GentleMole.Store.Writing;
using Microsoft.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore.ChangeTracking;
using Microsoft.EntityFrameworkCore.Storage.ValueConversion;
using NodaTime;

namespace GentleMole.Store;

/// <content>What is kept where: columns, keys, indexes.</content>
public sealed partial class MoleDb
{
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
            job.HasMany(j => j.Sweeps).WithOne().HasForeignKey(s => s.JobId);
            job.HasMany(j => j.Wires).WithOne().HasForeignKey(w => w.JobId);
            job.HasMany(j => j.Found).WithOne().HasForeignKey(f => f.JobId);
            job.HasMany(j => j.Bodies).WithOne().HasForeignKey(b => b.JobId);
            job.HasMany(j => j.Uncovered).WithOne().HasForeignKey(u => u.JobId);
            job.HasMany(j => j.Grids).WithOne().HasForeignKey(g => g.JobId);
            job.HasMany(j => j.Pushes).WithOne().HasForeignKey(p => p.JobId);
            job.HasMany(j => j.FaultSearches).WithOne().HasForeignKey(s => s.JobId);
            job.HasMany(j => j.MeasuredWires).WithOne().HasForeignKey(w => w.JobId);
            job.HasMany(j => j.Profiles).WithOne().HasForeignKey(p => p.JobId);
            job.HasMany(j => j.Calibrations).WithOne().HasForeignKey(c => c.JobId);
            job.HasMany(j => j.Ties).WithOne().HasForeignKey(t => t.JobId);
            job.Property(j => j.SoilOhmMetres).HasDefaultValue(80.0);
            job.HasIndex(j => j.NoticeNumber).IsUnique().HasFilter("NoticeNumber <> ''");
        });
        builder.Entity<SoughtLine>(line =>
        {
            line.Property(l => l.ExpectedRun).HasConversion(AsJson<SitePoint>(), Compared<SitePoint>());
            line.HasMany(l => l.Photos).WithOne().HasForeignKey(p => p.SoughtLineId).OnDelete(DeleteBehavior.Cascade);
        });
        builder.Entity<HandedSheet>(sheet =>
        {
            sheet.Property(s => s.Facts).HasMaxLength(int.MaxValue);
            sheet.Property(s => s.GivenSign).HasMaxLength(Core.Handover.Signature.MostCharacters);
            sheet.Property(s => s.TakenSign).HasMaxLength(Core.Handover.Signature.MostCharacters);
            sheet.HasOne<Job>().WithMany().HasForeignKey(s => s.JobId);
            sheet.HasIndex(s => new { s.JobId, s.Number }).IsUnique();
        });
        builder.Entity<PlaceCustom>(place =>
        {
            place.Ignore(p => p.Custom);
            place.Property(p => p.Signs).HasConversion(AsJson<PlaceSign>(), Compared<PlaceSign>());
            place.HasIndex(p => p.Name).IsUnique();
        });
        builder.Entity<Hookup>(hookup =>
        {
            hookup.Ignore(h => h.Connection).Ignore(h => h.Stake);
            hookup.HasMany(h => h.Readings).WithOne().HasForeignKey(r => r.HookupId);
            hookup.HasOne<SoughtLine>().WithMany().HasForeignKey(h => h.LineId);
            hookup.Property(h => h.Cables).HasConversion(AsJson<Core.Identify.CableReading>(), Compared<Core.Identify.CableReading>()).HasDefaultValueSql("'[]'");
            hookup.Property(h => h.Wires).HasConversion(AsJson<Core.Hookup.WireTrial>(), Compared<Core.Hookup.WireTrial>()).HasDefaultValueSql("'[]'");
            hookup.Property(h => h.ArcBearings).HasConversion(AsJson<double>(), Compared<double>()).HasDefaultValueSql("'[]'");
        });
        builder.Entity<LineModel>().Property(m => m.Points).HasConversion(AsJson<SitePoint>(), Compared<SitePoint>());
        builder.Entity<Sweep>(sweep =>
        {
            sweep.Ignore(s => s.Order).Ignore(s => s.Sought);
            sweep.Property(s => s.Area).HasConversion(AsJson<SitePoint>(), Compared<SitePoint>());
            sweep.HasMany(s => s.Passes).WithOne().HasForeignKey(p => p.SweepId);
        });
        builder.Entity<SweptPass>(pass =>
        {
            pass.Ignore(p => p.Pass);
            pass.HasMany(p => p.Responses).WithOne().HasForeignKey(r => r.SweptPassId);
            pass.HasIndex(p => p.SweepId);
        });
        builder.Entity<SweptResponse>().HasIndex(r => r.SweptPassId);
        builder.Entity<FoundLine>(found =>
        {
            found.Ignore(f => f.Witness);
            found.Property(f => f.Points).HasConversion(AsJson<SitePoint>(), Compared<SitePoint>());
            found.Property(f => f.Modes).HasConversion(AsJson<Core.Sweeps.SweepMode>(), Compared<Core.Sweeps.SweepMode>());
            found.Property(f => f.CoversMetres).HasConversion(AsJson<double>(), Compared<double>());
            found.HasOne<SoughtLine>().WithMany().HasForeignKey(f => f.LineId).OnDelete(DeleteBehavior.SetNull);
        });
        builder.Entity<ControlWire>(wire =>
        {
            wire.Property(w => w.Heard).HasConversion(AsJson<WireHeard>(), Compared<WireHeard>());
            wire.Property(w => w.DepthsMetres).HasConversion(AsJson<double>(), Compared<double>());
        });
        builder.Entity<SondePush>(push =>
        {
            push.Ignore(p => p.IsChecked);
            push.HasMany(p => p.Fixes).WithOne().HasForeignKey(f => f.PushId);
            push.HasMany(p => p.Finds).WithOne().HasForeignKey(f => f.PushId);
            push.HasOne<SoughtLine>().WithMany().HasForeignKey(p => p.LineId);
        });
        builder.Entity<PushedFix>(fix =>
        {
            fix.Ignore(f => f.Place);
            fix.Property(f => f.Row).HasConversion(AsJson<Core.Sonde.SondeReading>(), Compared<Core.Sonde.SondeReading>());
        });
        builder.Entity<CameraFind>().HasMany(f => f.Photos).WithOne().HasForeignKey(p => p.CameraFindId).OnDelete(DeleteBehavior.Cascade);
        builder.Entity<FaultSearch>(search =>
        {
            search.Ignore(s => s.Prep).Ignore(s => s.Profile);
            search.Property(s => s.PinnedMetres).HasConversion(AsJson<double>(), Compared<double>());
            search.HasMany(s => s.Levels).WithOne().HasForeignKey(l => l.SearchId);
            search.HasOne<SoughtLine>().WithMany().HasForeignKey(s => s.LineId);
        });
        builder.Entity<FoundBody>(body =>
        {
            body.Ignore(b => b.IsUnsettled).Ignore(b => b.Middle).Ignore(b => b.Box).Ignore(b => b.IsDrawable);
            body.Property(b => b.Outline).HasConversion(AsJson<SitePoint>(), Compared<SitePoint>());
        });
        builder.Entity<UncoveredLine>(uncovered =>
        {
            uncovered.Property(u => u.Id).ValueGeneratedNever();
            uncovered.Ignore(u => u.Place).Ignore(u => u.Measured);
            uncovered.HasOne<SoughtLine>().WithMany().HasForeignKey(u => u.LineId);
            uncovered.HasMany(u => u.Photos).WithOne().HasForeignKey(p => p.UncoveredLineId).OnDelete(DeleteBehavior.Cascade);
        });
        builder.Entity<RadarGrid>(grid =>
        {
            grid.Property(g => g.Area).HasConversion(AsJson<SitePoint>(), Compared<SitePoint>());
            grid.Property(g => g.Lines).HasConversion(AsJson<PlannedLine>(), Compared<PlannedLine>());
        });
        builder.Entity<RadarRecord>().Property(p => p.Id).ValueGeneratedNever();
        builder.Entity<RadarPart>(part =>
        {
            part.HasOne<Job>().WithMany().HasForeignKey(p => p.JobId);
            part.Property(p => p.Numbers).HasConversion(AsJson<int>(), Compared<int>());
            part.HasOne<RadarRecord>().WithMany().HasForeignKey(p => p.ProfileId);
            part.HasIndex(p => new { p.ProfileId, p.First }).IsUnique();
        });
        builder.Entity<WalkedProfile>(walked =>
        {
            walked.HasOne(w => w.Profile).WithMany().HasForeignKey(w => w.ProfileId);
            walked.HasMany(w => w.Picks).WithOne().HasForeignKey(p => p.WalkedProfileId);
            walked.Property(w => w.Marks).HasConversion(AsJson<WalkMark>(), Compared<WalkMark>());
            walked.Property(w => w.Steps).HasConversion(AsJson<Core.Radar.RadarStep>(), Compared<Core.Radar.RadarStep>());
            walked.Property(w => w.StepsBefore).HasConversion(AsJson<List<Core.Radar.RadarStep>>(), ComparedLists<Core.Radar.RadarStep>());
            walked.HasIndex(w => w.ProfileId);
        });
        builder.Entity<RadarCalibration>(calibration =>
        {
            calibration.Ignore(c => c.Soil).Ignore(c => c.Conductivity).Ignore(c => c.Known).Ignore(c => c.Wheel);
            calibration.Property(c => c.CountedMetres).HasConversion(AsJson<double>(), Compared<double>());
        });
        builder.Entity<MeasuredWire>(wire =>
        {
            wire.Ignore(w => w.Test);
            wire.HasOne<SoughtLine>().WithMany().HasForeignKey(w => w.LineId);
        });
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
            reading.Property(r => r.BranchMilliamps).HasConversion(AsJson<double>(), Compared<double>()).HasDefaultValueSql("'[]'");
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
            feature.HasMany(f => f.Photos).WithOne().HasForeignKey(p => p.FeatureId).OnDelete(DeleteBehavior.Cascade);
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
        builder.Entity<PutAside>().Property(p => p.Content).HasMaxLength(GentleMole.Store.Model.PutAside.MostContent + 1);
        builder.Entity<PracticeRound>(round =>
        {
            round.HasIndex(r => new { r.OwnerId, r.StartedAt });
            round.Property(r => r.Judged).HasMaxLength(PracticeStep.MostText);
            round.HasMany(r => r.Steps).WithOne().HasForeignKey(s => s.RoundId).OnDelete(DeleteBehavior.Cascade);
        });
        builder.Entity<PracticeStep>(step =>
        {
            step.HasIndex(s => new { s.RoundId, s.Number }).IsUnique();
            step.Property(s => s.Done).HasMaxLength(PracticeStep.MostText);
        });
        builder.Entity<MadeYard>().Property(y => y.Drawn).HasMaxLength(MadeYard.MostText);
        builder.Entity<SetYard>().HasIndex(s => s.PersonId);
        builder.Entity<LogEntry>().Property(e => e.Before).HasMaxLength(int.MaxValue);
        builder.Entity<LogEntry>().Property(e => e.After).HasMaxLength(int.MaxValue);
        builder.Entity<PersonSession>(session =>
        {
            session.Property(s => s.Id).ValueGeneratedNever();
            session.HasOne<MoleUser>().WithMany().HasForeignKey(s => s.PersonId);
            session.HasIndex(s => s.PersonId);
        });
        builder.Entity<DoorTries>().HasKey(t => t.Way);
        builder.Entity<DiggerLink>(link =>
        {
            link.HasOne<Job>().WithMany().HasForeignKey(l => l.JobId);
            link.HasIndex(l => l.SecretHash).IsUnique();
        });
        builder.Entity<JobGrant>(grant =>
        {
            grant.HasOne<Job>().WithMany().HasForeignKey(g => g.JobId);
            grant.HasOne<MoleUser>().WithMany().HasForeignKey(g => g.PersonId);
            grant.HasIndex(g => new { g.PersonId, g.JobId }).IsUnique();
        });
        builder.Entity<FirmSettings>().Property(f => f.JobMegabytes).HasDefaultValue(500);
        builder.Entity<FirmSettings>().Property(f => f.FirmMegabytes).HasDefaultValue(20_000);
        builder.Entity<OwnerRow>().HasIndex(o => o.Name).IsUnique();
        builder.Entity<FirmSettings>(firm =>
        {
            firm.Property(f => f.Id).ValueGeneratedNever();
            firm.Ignore(f => f.Rules).Ignore(f => f.CircuitLimits);
            firm.Property(f => f.ShippedPlace).HasDefaultValue(Core.Paint.PaintCustom.Shipped[0].Name);
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
}
