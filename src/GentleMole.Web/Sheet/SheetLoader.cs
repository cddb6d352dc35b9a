using GentleMole.Core.Fault;
using GentleMole.Core.Job;
using GentleMole.Core.Marking;
using GentleMole.Core.Notices;
using GentleMole.Core.Site;
using GentleMole.Core.Sonde;
using GentleMole.Core.Sweeps;
using GentleMole.Core.Together;
using GentleMole.Core.Trace;
using GentleMole.Core.Walk;
using GentleMole.Store;
using GentleMole.Store.Evidence;
using GentleMole.Store.Model;
using GentleMole.Web.Words;
using Microsoft.EntityFrameworkCore;
using NodaTime;

namespace GentleMole.Web.Sheet;

/// <summary>Gives a job's sheet: as it was read last, with what has changed since.</summary>
internal sealed class SheetLoader(MoleDb db, PlaceClock clock, KeptSheets kept)
{
    /// <summary>Loose samples that a plan draws.</summary>
    private const int MostLooseDrawn = 400;

    /// <summary>Dots that are read into memory for a file, beside those that are there.</summary>
    private const int MostHeldForFile = 20_000;

    /// <summary>
    /// The sheet as it stands at this moment, with the number of the last log entry of that moment; null when there is no such
    /// job. It is shared: nobody changes anything on it.
    /// </summary>
    public async Task<JobSheet?> LoadAsync(int jobId, CancellationToken cancellation)
    {
        await using var moment = await db.BeginSnapshotAsync(cancellation);
        var head = await db.LogHeadAsync(cancellation);
        var last = kept.Find(jobId);
        if (last is not null && (last.LogHead > head || last.Now.Date != clock.Now(last.Firm.TimeZone).Date))
        {
            last = null;
        }

        var changes = last is null || last.LogHead == head ? null : await SheetChanges.SinceAsync(db, jobId, last.LogHead, cancellation);
        if (last is not null && changes is null or { Nothing: true })
        {
            return Kept(last with { LogHead = head, Now = clock.Now(last.Firm.TimeZone) });
        }

        var frame = last is null || changes!.Frame ? await FrameAsync(jobId, head, cancellation) : last with { LogHead = head, Now = clock.Now(last.Firm.TimeZone) };
        if (frame is null)
        {
            return null;
        }

        var loose = last is null || changes is { Batches: true } or { AllDots: true } ? await LooseAsync(jobId, changes is { AllDots: false } ? last?.Loose : null, cancellation) : last.Loose;
        return Kept(await WithDotsAsync(frame with { Loose = loose }, last, changes, cancellation));
    }

    /// <summary>
    /// The sheet for a file, and its dots line by line to go through, as often as it takes. Of a job with very many dots only
    /// the accepted ones are held; the others are read while the file is written.
    /// </summary>
    public async Task<(JobSheet Sheet, Func<SheetLine, IEnumerable<JudgedDot>> Dots)?> LoadForFileAsync(int jobId, CancellationToken cancellation)
    {
        await using var moment = await db.BeginSnapshotAsync(cancellation);
        var held = kept.Find(jobId)?.DotCount ?? 0;
        if (await db.Readings.CountAsync(r => r.JobId == jobId, cancellation) - held <= MostHeldForFile)
        {
            return await LoadAsync(jobId, cancellation) is { } sheet ? (sheet, line => line.Dots) : null;
        }

        if (await FrameAsync(jobId, await db.LogHeadAsync(cancellation), cancellation) is not { } frame)
        {
            return null;
        }

        var accepted = await db.Readings.AsNoTracking().Where(r => r.JobId == jobId && r.State == DotState.Accepted).ToListAsync(cancellation);
        return (Put(frame, accepted, null), Read);
    }

    /// <summary>All dots of a line in the order taken, read one by one.</summary>
    private IEnumerable<JudgedDot> Read(SheetLine line)
    {
        var accepted = new Dictionary<int, Reading>();
        foreach (var reading in db.Readings.AsNoTracking().Where(r => r.JobId == line.Line.JobId && r.LineId == line.Line.Id).OrderBy(r => r.TakenAt).ThenBy(r => r.Id).AsEnumerable())
        {
            if (!SiteRules.IsPlace(reading.Place))
            {
                continue;
            }

            yield return new JudgedDot(reading, accepted.GetValueOrDefault(reading.HookupId ?? 0), line.Own!.Ground);
            if (reading.State == DotState.Accepted)
            {
                accepted[reading.HookupId ?? 0] = reading;
            }
        }
    }

    /// <summary>Everything of a sheet but its dots.</summary>
    private async Task<JobSheet?> FrameAsync(int jobId, long head, CancellationToken cancellation)
    {
        var job = await db.Jobs.AsNoTracking().AsSplitQuery()
            .Include(j => j.Lines).ThenInclude(l => l.Photos).Include(j => j.Hookups).Include(j => j.Features).ThenInclude(f => f.Photos)
            .Include(j => j.Requests).ThenInclude(r => r.Sheets).Include(j => j.Records).Include(j => j.Acks).Include(j => j.Settlements)
            .Include(j => j.LineModels).Include(j => j.Ties)
            .Include(j => j.Sweeps).ThenInclude(s => s.Passes).ThenInclude(p => p.Responses).Include(j => j.Found).Include(j => j.Wires)
            .Include(j => j.Pushes).ThenInclude(p => p.Fixes).Include(j => j.Pushes).ThenInclude(p => p.Finds).ThenInclude(f => f.Photos)
            .Include(j => j.FaultSearches).ThenInclude(s => s.Levels).Include(j => j.MeasuredWires)
            .Include(j => j.Profiles).ThenInclude(p => p.Picks).Include(j => j.Profiles).ThenInclude(p => p.Profile).Include(j => j.Calibrations).Include(j => j.Grids).Include(j => j.Bodies)
            .Include(j => j.Uncovered).ThenInclude(u => u.Photos)
            .SingleOrDefaultAsync(j => j.Id == jobId, cancellation);
        if (job is null)
        {
            return null;
        }

        var undrawable = Undrawable.TakeOff(job);
        var firm = await db.Firms.AsNoTracking().SingleAsync(cancellation);
        var owners = await db.Owners.AsNoTracking().OrderBy(o => o.Name).ToListAsync(cancellation);
        var instruments = await db.Instruments.AsNoTracking().Include(i => i.Checks).OrderBy(i => i.Kind).ThenBy(i => i.Name).ToListAsync(cancellation);
        var calendar = await CalendarAsync(db, cancellation);
        var now = clock.Now(firm.TimeZone);
        var clocks = new JobClockMaker(firm, owners, calendar);
        return new JobSheet
        {
            Job = job,
            Firm = firm,
            Custom = await PlaceCustoms.OfAsync(db, firm, cancellation),
            Handed = await HandedAsync(jobId, cancellation),
            Calendar = calendar,
            Lines = [.. job.Lines.OrderBy(l => l.Id).Select(l => new SheetLine(l, null, RecordsOf(job, l), job.Pushes.FindAll(p => p.LineId == l.Id), [.. job.Found.Where(f => f.LineId == l.Id).OrderBy(f => f.Id).Select(f => f.Witness).OfType<RadarWitness>()], [.. job.Uncovered.Where(u => u.LineId == l.Id).OrderBy(u => u.TakenAt).ThenBy(u => u.Id).Select(u => u.Measured)]))],
            Loose = LooseEvidence.None,
            Now = now,
            Zone = clocks.Zone,
            Owners = owners,
            Instruments = instruments,
            GuideNotes = await db.GuideNotes.AsNoTracking().ToListAsync(cancellation),
            Guide = await db.Guide.AsNoTracking().ToListAsync(cancellation),
            LogHead = head,
            Undrawable = undrawable,
            Clocks = clocks.Make(
                job.ReceivedAt,
                job.DigPlanned,
                job.Lines.Where(l => l is { Answer: LineAnswer.Marked, AnsweredAt: not null }).Select(l => (l.Owner, l.AnsweredAt!.Value)),
                job.Requests),
            Files = clocks.Files(job.Lines.Select(l => l.Owner), job.Requests, now.Date),
            Cautions = CautionsOf(job),
            Progress = new JobProgress(false, 0, 0, 0, 0, 0, 0, false),
        };
    }

    /// <summary>Sheets that went out; what they claimed is long, and read of those alone that are held against each other.</summary>
    private async Task<IReadOnlyList<HandedSheet>> HandedAsync(int jobId, CancellationToken cancellation)
    {
        var last = await db.Handed.AsNoTracking().Where(h => h.JobId == jobId).OrderByDescending(h => h.Number).Take(2).ToListAsync(cancellation);
        if (last.Count < 2)
        {
            return last;
        }

        var from = last[^1].Number;
        var before = await db.Handed.AsNoTracking().Where(h => h.JobId == jobId && h.Number < from).OrderBy(h => h.Number).Select(h => new HandedSheet
        {
            Id = h.Id, JobId = h.JobId, Number = h.Number, At = h.At, Account = h.Account, GivenBy = h.GivenBy, GivenSign = h.GivenSign, TakenBy = h.TakenBy, TakenSign = h.TakenSign, TakenAt = h.TakenAt, Head = h.Head, Code = h.Code,
        }).ToListAsync(cancellation);
        last.Reverse();
        return [.. before, .. last];
    }

    /// <summary>Puts the dots on: those of the sheet before with what has changed, or all of them as they are stored.</summary>
    private async Task<JobSheet> WithDotsAsync(JobSheet frame, JobSheet? last, SheetChanges? changes, CancellationToken cancellation)
    {
        List<Reading> dots;
        if (last is null || changes is null or { AllDots: true })
        {
            dots = await db.Readings.AsNoTracking().Where(r => r.JobId == frame.Job.Id).ToListAsync(cancellation);
        }
        else
        {
            var fresh = await FreshAsync(frame, last, changes, cancellation);
            var known = fresh.Select(r => r.Id).Concat(changes.Dots).ToHashSet();
            dots = [.. last.Lines.SelectMany(l => l.Dots).Select(d => d.Reading).Concat(last.NowhereDots).Where(r => !known.Contains(r.Id)), .. fresh];
        }

        return Put(frame, dots, last);
    }

    private static JobSheet Put(JobSheet frame, List<Reading> dots, JobSheet? last)
    {
        var nowhere = dots.Where(d => !SiteRules.IsPlace(d.Place)).ToList();
        var byLine = dots.Where(d => SiteRules.IsPlace(d.Place)).ToLookup(r => r.LineId);
        var sheet = frame with { NowhereDots = nowhere };
        var known = KnownGround.Of(frame);
        return sheet.With([.. frame.Lines.Select(line =>
            line.With(LineDots.Of(new LineGround(frame.Firm, line, frame.Job.Hookups, known), byLine[line.Line.Id], last?.LineById(line.Line.Id)?.Own)))]);
    }

    /// <summary>Dots that were changed or came since.</summary>
    private async Task<List<Reading>> FreshAsync(JobSheet frame, JobSheet last, SheetChanges changes, CancellationToken cancellation)
    {
        var fresh = changes.Dots.Count == 0 ? [] : await db.Readings.AsNoTracking()
            .Where(r => r.JobId == last.Job.Id && EF.Parameter(changes.Dots).Contains(r.Id)).ToListAsync(cancellation);
        foreach (var line in changes.Batches ? frame.Lines : [])
        {
            var number = last.LineById(line.Line.Id)?.Own?.LastNumber ?? 0;
            fresh.AddRange(await db.Readings.AsNoTracking()
                .Where(r => r.JobId == last.Job.Id && r.LineId == line.Line.Id && r.Number > number && !EF.Parameter(changes.Dots).Contains(r.Id)).ToListAsync(cancellation));
        }

        return fresh;
    }

    private JobSheet Kept(JobSheet sheet)
    {
        kept.Keep(sheet);
        return sheet;
    }

    public static async Task<WorkingCalendar> CalendarAsync(MoleDb db, CancellationToken cancellation) =>
        new((await db.Holidays.AsNoTracking().ToListAsync(cancellation)).Select(h => new Holiday(h.Date, h.Name)));

    /// <param name="before">What was counted before, where it still holds: then only what came since is looked at.</param>
    private async Task<LooseEvidence> LooseAsync(int jobId, LooseEvidence? before, CancellationToken cancellation)
    {
        var last = await db.Blocks.MaxAsync(b => (long?)b.Id, cancellation) ?? 0;
        var since = before?.LastBlock ?? 0;

        // By their blocks, of which few are new, and not by the job, of which a device may have sent hundreds of thousands.
        var fresh = before is null ? db.Loose.Where(l => l.JobId == jobId) : db.Loose.Where(l => l.BlockId > since && l.JobId + 0 == jobId);
        var came = await fresh.GroupBy(l => l.Utility).Select(g => new { Utility = g.Key, Count = g.Count() }).ToListAsync(cancellation);
        var words = before is null ? [] : new Dictionary<string, int>(before.Words);
        foreach (var of in came)
        {
            words[of.Utility] = words.GetValueOrDefault(of.Utility) + of.Count;
        }

        if (before is not null && came.TrueForAll(c => IsOfWalk(c.Utility)))
        {
            return before with { Words = words, LastBlock = last, OfPasses = words.Where(w => IsOfWalk(w.Key)).Sum(w => w.Value) };
        }

        var samples = new List<Sample>();
        if (words.Count > 0)
        {
            await foreach (var sample in EvidenceStore.LooseAsync(db, jobId, cancellation, fromTheLatest: true, [.. words.Keys.Where(w => !IsOfWalk(w))]))
            {
                samples.Add(sample);
                if (samples.Count == MostLooseDrawn)
                {
                    break;
                }
            }
        }

        return new LooseEvidence(
            words.Where(w => IsLine(w.Key)).Sum(w => w.Value),
            samples.FindAll(s => IsLine(s.Utility)), [.. samples.Where(s => RowAcross.IsNamed(s.Utility)).OrderBy(s => s.TakenAt)])
        {
            OfPasses = words.Where(w => IsOfWalk(w.Key)).Sum(w => w.Value), Words = words, LastBlock = last,
        };
    }

    /// <summary>Neither of a row across a dot nor of a pass that was swept: then it may be a line.</summary>
    private static bool IsLine(string utility) => !RowAcross.IsNamed(utility) && !IsOfWalk(utility);

    /// <summary>What belongs to a pass of a sweep, to the stop of a sonde or to the walk of a frame, and to no line.</summary>
    private static bool IsOfWalk(string utility) => PassTrack.IsNamed(utility) || SondeTrack.CableOf(utility) is not null || FrameTrack.IsNamed(utility);

    private static IReadOnlyList<SiteCaution> CautionsOf(Job job) => JobCautions.Of(
        job.Traffic, job.Conditions, job.Lines.Select(l => l.Kind), job.Features.Select(f => f.Kind),
        job.Records.SelectMany(r => new[] { r.Material, r.Ducts, r.Source }).Concat(job.Lines.Select(l => l.Material)));

    private static List<RecordLine> RecordsOf(Job job, SoughtLine line) =>
        [.. job.Records.Where(r => r.Points.Count >= 2 && r.LineId == line.Id)];
}
