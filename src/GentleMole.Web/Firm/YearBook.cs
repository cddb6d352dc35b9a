using System.Text.Json;
using GentleMole.Core;
using GentleMole.Core.Handover;
using GentleMole.Core.Job;
using GentleMole.Core.Marking;
using GentleMole.Core.Year;
using GentleMole.Store;
using GentleMole.Store.Model;
using GentleMole.Web.Boards;
using GentleMole.Web.Words;
using Microsoft.EntityFrameworkCore;
using NodaTime;
using NodaTime.Text;

namespace GentleMole.Web.Firm;

/// <summary>Reads what a year's account is made of: jobs with their clocks, answers, sheets that went out, holes, and the log for where time went.</summary>
internal sealed class YearBook(MoleDb db, JobList list, PlaceClock clock)
{
    /// <summary>Years that anybody may ask for.</summary>
    public static readonly Bounds Years = new(2000, 2100);

    /// <summary>Which stage a change belongs to, by what it was of.</summary>
    private static readonly Dictionary<string, JobStage> Stages = new()
    {
        [nameof(Job)] = JobStage.Notice, [nameof(RecordRequest)] = JobStage.Records, [nameof(RecordSheet)] = JobStage.Records, [nameof(RecordLine)] = JobStage.Records,
        [nameof(SiteFeature)] = JobStage.Walk, [nameof(Photo)] = JobStage.Walk, [nameof(CautionAck)] = JobStage.Walk, [nameof(Settlement)] = JobStage.Walk,
        [nameof(Hookup)] = JobStage.Hookup, [nameof(LineModel)] = JobStage.Hookup, [nameof(LineTie)] = JobStage.Hookup,
        [nameof(Sweep)] = JobStage.Sweep, [nameof(SweptPass)] = JobStage.Sweep, [nameof(SweptResponse)] = JobStage.Sweep,
        [nameof(Reading)] = JobStage.Trace, [nameof(Store.Evidence.SampleBlock)] = JobStage.Trace, [nameof(ControlWire)] = JobStage.Trace, [nameof(SondePush)] = JobStage.Trace, [nameof(PushedFix)] = JobStage.Trace,
        [nameof(CameraFind)] = JobStage.Trace, [nameof(FaultSearch)] = JobStage.Trace, [nameof(FrameLevel)] = JobStage.Trace, [nameof(MeasuredWire)] = JobStage.Trace,
        [nameof(RadarRecord)] = JobStage.Radar, [nameof(RadarPart)] = JobStage.Radar, [nameof(WalkedProfile)] = JobStage.Radar, [nameof(RadarPick)] = JobStage.Radar, [nameof(RadarGrid)] = JobStage.Radar,
        [nameof(FoundBody)] = JobStage.Radar, [nameof(RadarCalibration)] = JobStage.Radar, [nameof(FoundLine)] = JobStage.Sweep,
        [nameof(SoughtLine)] = JobStage.Marks, [nameof(HandedSheet)] = JobStage.Handover, [nameof(DiggerLink)] = JobStage.Handover, [nameof(UncoveredLine)] = JobStage.Handover,
    };

    public async Task<YearAccount> OfAsync(int year, CancellationToken cancellation)
    {
        var board = await list.BoardAsync(cancellation);
        var (zone, firm) = (board.Zone, board.Firm);
        LocalDate On(Instant at) => at.InZone(zone).Date;
        var (from, to) = (new LocalDate(year, 1, 1).AtStartOfDayInZone(zone).ToInstant(), new LocalDate(year + 1, 1, 1).AtStartOfDayInZone(zone).ToInstant());
        var made = await db.Jobs.AsNoTracking().Select(j => new { j.Id, j.ReceivedAt, j.CreatedAt }).ToDictionaryAsync(j => j.Id, cancellation);
        var first = await FirstAnswersAsync(cancellation);
        var lines = (await db.Lines.AsNoTracking().Select(l => new { l.Id, l.JobId, l.Answer, l.AnsweredAt }).ToListAsync(cancellation)).ToLookup(l => l.JobId);
        var sheets = (await SheetsAsync(from, to, On, cancellation)).ToLookup(s => s.JobId, s => s.Sheet);
        var holes = (await db.Uncovered.AsNoTracking().Where(u => u.TakenAt >= from && u.TakenAt < to).Select(u => new { u.JobId, u.TakenAt, u.IsDamaged, u.AcrossMetres }).ToListAsync(cancellation)).ToLookup(u => u.JobId);
        var spent = (await SpentAsync(from, to, On, cancellation)).ToLookup(s => s.JobId);
        return YearAccount.Of(year, [.. board.Jobs.Where(j => made.ContainsKey(j.Id)).Select(j => new YearJob(
            j.Id, j.Name, made[j.Id].ReceivedAt?.Date ?? On(made[j.Id].CreatedAt),
            [.. lines[j.Id].Select(l => new YearAnswer(l.Answer, l.Answer == LineAnswer.Pending ? null : FirstOf(first, l.Id, l.AnsweredAt) is { } at ? On(at) : null, j.Times?.AnswerDue))],
            [.. sheets[j.Id]], [.. holes[j.Id].Select(h => new YearHole(On(h.TakenAt), h.IsDamaged, h.AcrossMetres is null))], [.. spent[j.Id]]))], clock.Now(firm.TimeZone).Date);
    }

    /// <summary>When each utility was answered for the first time; what was there with its answer is not among them.</summary>
    private async Task<Dictionary<int, Instant>> FirstAnswersAsync(CancellationToken cancellation)
    {
        var first = new Dictionary<int, Instant>();
        var start = nameof(SoughtLine) + ":";
        await foreach (var entry in db.Log.AsNoTracking().Where(e => e.Subject.CompareTo(start) > 0 && e.Subject.CompareTo(nameof(SoughtLine) + ";") < 0 && e.What == "changed").OrderBy(e => e.Id).Select(e => new { e.Subject, e.At, e.Before }).AsAsyncEnumerable().WithCancellation(cancellation))
        {
            if (int.TryParse(entry.Subject.AsSpan(start.Length), out var id) && AnsweredBefore(entry.At, entry.Before) is { } at && (!first.TryGetValue(id, out var known) || at < known))
            {
                first[id] = at;
            }
        }

        return first;
    }

    private static Instant? FirstOf(Dictionary<int, Instant> logged, int line, Instant? stated) => logged.TryGetValue(line, out var first) && !(stated < first) ? first : stated;

    /// <summary>When it was answered, by a change of it: now where it waited before, else when it says that it had been.</summary>
    private static Instant? AnsweredBefore(Instant at, string before)
    {
        using var values = JsonDocument.Parse(before.Length > 0 ? before : "{}");
        if (values.RootElement.ValueKind != JsonValueKind.Object)
        {
            return null;
        }

        return values.RootElement.TryGetProperty(nameof(SoughtLine.Answer), out var answer) && answer.ValueEquals(nameof(LineAnswer.Pending)) ? at
            : values.RootElement.TryGetProperty(nameof(SoughtLine.AnsweredAt), out var stated) && stated.ValueKind == JsonValueKind.String && InstantPattern.ExtendedIso.Parse(stated.GetString()!) is { Success: true, Value: var then } ? then : null;
    }

    private async Task<List<(int JobId, YearSheet Sheet)>> SheetsAsync(Instant from, Instant to, Func<Instant, LocalDate> on, CancellationToken cancellation)
    {
        var sheets = new List<(int, YearSheet)>();
        await foreach (var sheet in db.Handed.AsNoTracking().Where(h => h.At >= from && h.At < to).OrderBy(h => h.JobId).ThenBy(h => h.Number).Select(h => new { h.JobId, h.At, h.Facts }).AsAsyncEnumerable().WithCancellation(cancellation))
        {
            var claims = ClaimedSheet.Read(sheet.Facts);
            sheets.Add((sheet.JobId, new YearSheet(on(sheet.At), claims?.Lines.Sum(l => l.LengthMetres) ?? 0, claims?.Lines.Sum(l => l.DoubtfulMetres) ?? 0)));
        }

        return sheets;
    }

    private async Task<IReadOnlyList<SpentTime>> SpentAsync(Instant from, Instant to, Func<Instant, LocalDate> on, CancellationToken cancellation)
    {
        var book = new TimeSpentBook();
        await foreach (var entry in db.Log.AsNoTracking().Where(e => e.At >= from && e.At < to && e.WhoId != "").OrderBy(e => e.Id).Select(e => new { e.JobId, e.At, e.WhoId, e.What, e.Subject }).AsAsyncEnumerable().WithCancellation(cancellation))
        {
            book.Note(entry.WhoId, entry.At, on(entry.At), entry.JobId is { } job ? (job, StageOf(entry.Subject, entry.What)) : null);
        }

        return book.All;
    }

    /// <summary>A utility is put on the notice, and answered on the marks.</summary>
    private static JobStage StageOf(string subject, string what) => Stages.GetValueOrDefault(subject.Split(':')[0], JobStage.Notice) is var stage && stage == JobStage.Marks && what == "added" ? JobStage.Notice : stage;
}
