using GentleMole.Core.Notices;
using GentleMole.Core.Records;
using GentleMole.Store.Model;
using GentleMole.Web.Words;
using NodaTime;

namespace GentleMole.Web.Sheet;

/// <summary>Reads the clocks of a job out of what is stored; the same for its sheet and for the board.</summary>
internal sealed class JobClockMaker(FirmSettings firm, IReadOnlyList<OwnerRow> owners, WorkingCalendar calendar)
{
    private readonly Dictionary<string, OwnerRow> _owners =
        owners.GroupBy(o => o.Name, StringComparer.OrdinalIgnoreCase).ToDictionary(g => g.Key, g => g.First(), StringComparer.OrdinalIgnoreCase);

    public DateTimeZone Zone { get; } = PlaceClock.Zone(firm.TimeZone);

    public OwnerRow? OwnerByName(string name) => _owners.GetValueOrDefault(name);

    /// <param name="received">When the call came in, by the clock of the place.</param>
    /// <param name="marked">Owner and moment of each utility answered as marked.</param>
    public JobClocks Make(
        LocalDateTime? received, LocalDate? planned, IEnumerable<(string Owner, Instant At)> marked, IEnumerable<RecordRequest> requests) => new(
            received,
            planned,
            [.. marked.Select(m => new Dated(m.Owner, PlaceClock.Local(m.At, firm.TimeZone), MarksRule(m.Owner)))],
            [.. requests.Where(r => !r.Nothing).SelectMany(r => r.Sheets.Select(s => new Dated(r.Owner, Midnight(s.ReceivedOn), ValidityRule.Stored(r.Valid))))]);

    /// <summary>Every owner on the notice, and those asked beside it, with the state of their plans.</summary>
    public IReadOnlyList<OwnerFile> Files(IEnumerable<string> onNotice, IReadOnlyCollection<RecordRequest> requests, LocalDate today) =>
        [.. onNotice.Concat(requests.Select(r => r.Owner)).Distinct(StringComparer.OrdinalIgnoreCase).Select(name =>
        {
            var request = requests.LastOrDefault(r => string.Equals(r.Owner, name, StringComparison.OrdinalIgnoreCase));
            if (request is null)
            {
                return new OwnerFile(name, OwnerByName(name), null, RecordState.NotAsked, [], null);
            }

            var rule = ValidityRule.Stored(request.Valid);
            var received = request.Sheets.Select(s => (s.Name, rule.LastDay(Midnight(s.ReceivedOn), calendar, Zone))).ToList();
            var file = new RecordFile(SheetNames(request.SheetsNeeded), received, request.Nothing);
            return new OwnerFile(
                name, OwnerByName(name), request, file.StateOn(today), file.Missing(today), received.Count == 0 ? null : received.Min(r => r.Item2));
        })];

    public static IReadOnlyList<string> SheetNames(string text) =>
        text.Split(',', StringSplitOptions.RemoveEmptyEntries | StringSplitOptions.TrimEntries);

    private ValidityRule MarksRule(string owner) =>
        OwnerByName(owner) is { MarksValid.Length: > 0 } row ? ValidityRule.Stored(row.MarksValid) : firm.Rules.MarksValid;

    private static LocalDateTime Midnight(LocalDate day) => day.AtMidnight();
}
