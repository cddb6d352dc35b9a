using GentleMole.Core.Candidates;
using GentleMole.Core.Grids;
using GentleMole.Core.Lines;
using GentleMole.Core.Site;
using GentleMole.Store.Model;
using GentleMole.Web.Sheet;

namespace GentleMole.Web.Stages;

/// <summary>A run of radar responses on its sheet: what it may be, and what somebody decided.</summary>
/// <param name="Number">By which it is called on the sheet.</param>
/// <param name="Suggested">What it seems to be.</param>
/// <param name="Near">The utility of the notice that it lies on.</param>
/// <param name="Record">The owner's plan that it lies on.</param>
/// <param name="ApartMetres">How far from that on average.</param>
/// <param name="Decision">What was decided; null while nobody has.</param>
internal sealed record FoundRun(int Number, RadarRun Run, FoundAs Suggested, SheetLine? Near, RecordLine? Record, double? ApartMetres, FoundLine? Decision)
{
    /// <summary>Which responses it stands on: a decision is sent with it, so that it is not taken for another run.</summary>
    public string Key(GridFinds finds) => string.Join('-', Run.Points.Select(p => $"{finds.Profiles[p.Line].Id}.{finds.At(p).Aim.Replace(' ', '_')}").Order(StringComparer.Ordinal));

    /// <summary>All of them, likeliest first.</summary>
    public static IReadOnlyList<FoundRun> Of(JobSheet sheet, GridFinds finds)
    {
        var known = SheetSweeps.Known(sheet).ToList();
        var decided = sheet.Job.Found.Where(f => f.Source == FoundBy.Radar && f.Points.Count >= 2 && SiteRules.IsRun(f.Points)).OrderByDescending(f => f.At).ToList();
        var has = DecidedRun.Of(finds.Runs.Runs, [.. decided.Select(f => new DecidedRun(new Run(f.Points), f.CoversMetres.Count == f.Points.Count ? f.CoversMetres : [], f.Lateral95Metres))]);
        return [.. finds.Runs.Runs.Select((r, i) => Told(r, i + 1, known, has[i] is { } k ? decided[k] : null))];
    }

    private static FoundRun Told(RadarRun run, int number, List<(KnownRun Run, UtilityKind Kind, SheetLine? Line, RecordLine? Record)> known, FoundLine? decision)
    {
        if (KnownRun.Nearest(run.AsLine(), known.Select(k => k.Run)) is not { } near)
        {
            return new FoundRun(number, run, FoundAs.Unknown, null, null, null, decision);
        }

        var (_, _, sought, record) = known.First(k => ReferenceEquals(k.Run, near.Known));
        return new FoundRun(number, run, sought is null ? FoundAs.Neighbour : FoundAs.Target, sought, record, near.ApartMetres, decision);
    }
}
