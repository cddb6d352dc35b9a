using GentleMole.Core.Job;
using GentleMole.Core.Marking;
using GentleMole.Core.Notices;
using GentleMole.Core.Records;
using GentleMole.Core.Site;
using GentleMole.Store;
using GentleMole.Store.Log;
using GentleMole.Store.Model;
using GentleMole.Web.Sheet;
using GentleMole.Web.Words;
using Microsoft.EntityFrameworkCore;
using NodaTime;

namespace GentleMole.Web.Boards;

/// <summary>
/// Jobs with what is counted on their sheets, in a handful of queries however many there are; after a change only the jobs
/// that it touched are read again.
/// </summary>
internal sealed class JobList(MoleDb db, PlaceClock clock, BoardCache cache)
{
    /// <summary>More changes than this and everything is read anew.</summary>
    private const int MostTouched = 200;

    public async Task<IReadOnlyList<ListedJob>> LoadAsync(CancellationToken cancellation) => (await BoardAsync(cancellation)).Jobs;

    public async Task<Board> BoardAsync(CancellationToken cancellation)
    {
        var head = await db.LogHeadAsync(cancellation);
        var firm = await db.Firms.AsNoTracking().SingleAsync(cancellation);
        var today = clock.Now(firm.TimeZone).Date;
        var last = cache.Last is { } kept && kept.Today == today && kept.LogHead <= head ? kept : null;
        if (last?.LogHead == head)
        {
            return last;
        }

        var calendar = await SheetLoader.CalendarAsync(db, cancellation);
        var clocks = new JobClockMaker(firm, await db.Owners.AsNoTracking().ToListAsync(cancellation), calendar);
        var changed = last is null ? null : await ChangedSinceAsync(last.LogHead, cancellation);
        var read = await JobsAsync(changed, firm, clocks, calendar, today, cancellation);
        IReadOnlyList<ListedJob> jobs = changed is null
            ? read
            : [.. read.Concat(last!.Jobs.Where(j => !changed.Contains(j.Id))).OrderByDescending(j => j.Id)];
        return cache.Last = new Board(head, today, firm, calendar, clocks.Zone, jobs);
    }

    /// <summary>Jobs that the log has touched since, to be read anew; null when the rules for all of them have changed.</summary>
    private async Task<List<int>?> ChangedSinceAsync(long head, CancellationToken cancellation)
    {
        var touched = await db.Log.Where(e => e.Id > head).Select(e => new { e.JobId, e.Subject }).Distinct().OrderBy(t => t.Subject).Take(MostTouched).ToListAsync(cancellation);
        return touched.Count == MostTouched || touched.Exists(t => t.Subject.StartsWith("FirmSettings:") || t.Subject.StartsWith("OwnerRow:") || t.Subject.StartsWith("HolidayRow:"))
            ? null
            : [.. touched.Where(t => t.JobId is not null).Select(t => t.JobId!.Value).Distinct()];
    }

    /// <param name="only">The jobs to read; null for all.</param>
    private async Task<IReadOnlyList<ListedJob>> JobsAsync(
        List<int>? only, FirmSettings firm, JobClockMaker clocks, WorkingCalendar calendar, LocalDate today, CancellationToken cancellation)
    {
        var day = today;
        IQueryable<T> Part<T>(IQueryable<T> all)
            where T : class, IJobPart => only is null ? all.AsNoTracking() : all.AsNoTracking().Where(p => EF.Parameter(only).Contains(p.JobId));
        var lines = (await Part(db.Lines)
            .Select(l => new { l.Id, l.JobId, l.Kind, l.Owner, l.Material, l.Answer, l.AnsweredAt }).ToListAsync(cancellation)).ToLookup(l => l.JobId);
        var requests = (await Part(db.Requests).Include(r => r.Sheets).ToListAsync(cancellation)).ToLookup(r => r.JobId);
        var hookups = await Part(db.Hookups).GroupBy(h => h.JobId).Select(g => new { g.Key, Count = g.Count() }).ToDictionaryAsync(g => g.Key, g => g.Count, cancellation);
        var sweeps = await Part(db.Sweeps).GroupBy(s => s.JobId).Select(g => new { g.Key, Count = g.Count() }).ToDictionaryAsync(g => g.Key, g => g.Count, cancellation);
        var sweepsOpen = await Part(db.Passes).Where(p => p.WalkedAt == null).GroupBy(p => p.JobId).Select(g => new { g.Key, Count = g.Select(p => p.SweepId).Distinct().Count() })
            .ToDictionaryAsync(g => g.Key, g => g.Count, cancellation);
        var profiles = await Part(db.WalkedProfiles).GroupBy(p => p.JobId).Select(g => new { g.Key, Count = g.Count(), Open = g.Count(p => p.ReadAt == null) }).ToDictionaryAsync(g => g.Key, cancellation);
        var dots = await Part(db.Readings).GroupBy(r => new { r.JobId, r.LineId, r.State })
            .Select(g => new { g.Key.JobId, g.Key.LineId, g.Key.State, Count = g.Count() }).ToListAsync(cancellation);
        var accepted = dots.Where(d => d.State == DotState.Accepted && d.LineId is not null).ToDictionary(d => d.LineId!.Value, d => d.Count);
        var undecided = dots.Where(d => d.State == DotState.Taken).ToLookup(d => d.JobId, d => d.Count);
        var kinds = (await Part(db.Features).Where(f => f.Kind != FeatureKind.Ground).Select(f => new { f.JobId, f.Kind }).Distinct().ToListAsync(cancellation))
            .ToLookup(f => f.JobId, f => f.Kind);
        var materials = (await Part(db.Records).Select(r => new { r.JobId, r.Material, r.Ducts, r.Source }).Distinct().ToListAsync(cancellation)).ToLookup(r => r.JobId);
        var acks = (await Part(db.Acks).Where(a => a.Day == day).Select(a => new { a.JobId, a.Caution }).ToListAsync(cancellation)).ToLookup(a => a.JobId, a => a.Caution);
        var jobs = await db.Jobs.AsNoTracking().Where(j => only == null || EF.Parameter(only).Contains(j.Id)).OrderByDescending(j => j.Id)
            .Select(j => new
            {
                j.Id, j.Name, j.Where, j.Digger, j.NoticeNumber, j.ReceivedAt, j.DigPlanned, HasDig = j.DigCorners.Count >= 3, j.HandedOverAt,
                j.OriginProvisional, j.Traffic, j.Conditions, j.Sought,
            })
            .ToListAsync(cancellation);
        return [.. jobs.Select(j =>
        {
            var (own, asked) = (lines[j.Id].ToList(), requests[j.Id].ToList());
            var jobClocks = clocks.Make(
                j.ReceivedAt, j.DigPlanned,
                own.Where(l => l is { Answer: LineAnswer.Marked, AnsweredAt: not null }).Select(l => (l.Owner, l.AnsweredAt!.Value)), asked);
            var cautions = JobCautions.Of(
                j.Traffic, j.Conditions, own.Select(l => l.Kind), kinds[j.Id],
                materials[j.Id].SelectMany(r => new[] { r.Material, r.Ducts, r.Source }).Concat(own.Select(l => l.Material)));
            return new ListedJob(
                j.Id, j.Name, j.Where, j.Digger, j.NoticeNumber,
                new JobProgress(
                    j.HasDig && j.ReceivedAt is not null && (own.Count > 0 || j.Sought != JobSought.Utilities),
                    clocks.Files(own.Select(l => l.Owner), asked, today).Count(f => f.State is not (RecordState.Complete or RecordState.Nothing)),
                    cautions.Except(acks[j.Id]).Count(),
                    own.Count,
                    hookups.GetValueOrDefault(j.Id),
                    own.Count(l => l.Answer == LineAnswer.Pending && accepted.GetValueOrDefault(l.Id) < 2),
                    own.Count(l => l.Answer == LineAnswer.Pending),
                    j.HandedOverAt is not null)
                {
                    SeeksNoUtility = j.Sought != JobSought.Utilities,
                    Sweeps = sweeps.GetValueOrDefault(j.Id),
                    SweepsOpen = sweepsOpen.GetValueOrDefault(j.Id),
                    Profiles = profiles.GetValueOrDefault(j.Id)?.Count ?? 0,
                    ProfilesOpen = profiles.GetValueOrDefault(j.Id)?.Open ?? 0,
                },
                jobClocks,
                jobClocks.Times(firm.Rules, calendar, clocks.Zone),
                jobClocks.Deadlines(firm.Rules, calendar, clocks.Zone, today),
                undecided[j.Id].Sum(),
                own.Count(l => l.Answer == LineAnswer.Escalated),
                own.Count(l => l.Answer == LineAnswer.NotFound),
                j.OriginProvisional);
        })];
    }
}
