using System.Collections.Concurrent;
using GentleMole.Core.Job;
using GentleMole.Core.Marking;
using GentleMole.Core.Notices;
using GentleMole.Core.Trace;
using GentleMole.Core.Walk;
using GentleMole.Store;
using GentleMole.Store.Evidence;
using GentleMole.Store.Model;
using GentleMole.Web.Words;
using Microsoft.EntityFrameworkCore;
using NodaTime;

namespace GentleMole.Web.Sheet;

/// <summary>Loads a job and judges what is on it.</summary>
internal sealed class SheetLoader(MoleDb db, PlaceClock clock, FitCache fits)
{
    /// <summary>Loose samples that a plan draws.</summary>
    private const int MostLooseDrawn = 400;

    /// <summary>
    /// The sheet as it stood at one moment, with the number of the last log entry of that moment; null when there is no such
    /// job. Entities are not tracked.
    /// </summary>
    /// <param name="wholeEvidence">All loose samples rather than the latest: for files.</param>
    public async Task<JobSheet?> LoadAsync(int jobId, CancellationToken cancellation, bool wholeEvidence = false)
    {
        await using var moment = await db.BeginSnapshotAsync(cancellation);
        var job = await db.Jobs.AsNoTracking().AsSplitQuery()
            .Include(j => j.Lines).Include(j => j.Hookups).Include(j => j.Features).ThenInclude(f => f.Photos)
            .Include(j => j.Requests).ThenInclude(r => r.Sheets).Include(j => j.Records).Include(j => j.Acks).Include(j => j.Settlements)
            .Include(j => j.LineModels).Include(j => j.Ties)
            .SingleOrDefaultAsync(j => j.Id == jobId, cancellation);
        if (job is null)
        {
            return null;
        }

        var head = await db.LogHeadAsync(cancellation);
        var readings = await db.Readings.AsNoTracking().Where(r => r.JobId == jobId)
            .OrderBy(r => r.TakenAt).ThenBy(r => r.Id).ToListAsync(cancellation);
        var undrawable = Undrawable.TakeOff(job, readings);
        var firm = await db.Firms.AsNoTracking().SingleAsync(cancellation);
        var owners = await db.Owners.AsNoTracking().OrderBy(o => o.Name).ToListAsync(cancellation);
        var instruments = await db.Instruments.AsNoTracking().Include(i => i.Checks).OrderBy(i => i.Kind).ThenBy(i => i.Name).ToListAsync(cancellation);
        var calendar = await CalendarAsync(db, cancellation);
        var byLine = readings.ToLookup(r => r.LineId);
        var now = clock.Now(firm.TimeZone);
        var clocks = new JobClockMaker(firm, owners, calendar);
        var bare = new JobSheet
        {
            Job = job,
            Firm = firm,
            Calendar = calendar,
            Lines = [],
            Loose = await LooseAsync(jobId, wholeEvidence, cancellation),
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
        var lines = job.Lines.OrderBy(l => l.Id).Select(l => Judge(bare, l, [.. byLine[l.Id]])).ToList();
        return bare.With(lines);
    }

    public static async Task<WorkingCalendar> CalendarAsync(MoleDb db, CancellationToken cancellation) =>
        new((await db.Holidays.AsNoTracking().ToListAsync(cancellation)).Select(h => new Holiday(LocalDate.FromDateOnly(h.Date), h.Name)));

    private async Task<LooseEvidence> LooseAsync(int jobId, bool whole, CancellationToken cancellation)
    {
        var count = await db.Loose.CountAsync(l => l.JobId == jobId, cancellation);
        var samples = new List<Sample>();
        if (count > 0)
        {
            await foreach (var sample in EvidenceStore.LooseAsync(db, jobId, cancellation, fromTheLatest: !whole))
            {
                samples.Add(sample);
                if (!whole && samples.Count == MostLooseDrawn)
                {
                    break;
                }
            }
        }

        return new LooseEvidence(count, samples);
    }

    private static IReadOnlyList<SiteCaution> CautionsOf(Job job) => JobCautions.Of(
        job.Traffic, job.Conditions, job.Lines.Select(l => l.Kind), job.Features.Select(f => f.Kind),
        job.Records.SelectMany(r => new[] { r.Material, r.Ducts, r.Source }).Concat(job.Lines.Select(l => l.Material)));

    private SheetLine Judge(JobSheet sheet, SoughtLine line, List<Reading> readings)
    {
        var records = sheet.Job.Records
            .Where(r => r.Points.Count >= 2 && r.Kind == line.Kind && string.Equals(r.Owner, line.Owner, StringComparison.OrdinalIgnoreCase)).ToList();
        var bare = new SheetLine(line, [], TracedLine.Join([]), records);
        var dots = new List<JudgedDot>(readings.Count);
        var lastAccepted = new Dictionary<int, Reading>();
        foreach (var reading in readings)
        {
            var key = reading.HookupId ?? 0;
            var hookup = sheet.Job.Hookups.Find(h => h.Id == reading.HookupId);
            var context = sheet.ContextFor(bare, hookup, lastAccepted.GetValueOrDefault(key), reading.Place, reading.Feature);
            dots.Add(new JudgedDot(reading, fits.Judge(reading, context)));
            if (reading.State == DotState.Accepted)
            {
                lastAccepted[key] = reading;
            }
        }

        var accepted = dots.Where(d => d.Reading.State == DotState.Accepted).Select(d => d.ToMark());
        return new SheetLine(line, dots, TracedLine.Join(accepted), records);
    }
}
