using GentleMole.Core.Candidates;
using GentleMole.Core.Lines;
using GentleMole.Core.Site;
using GentleMole.Core.Sweeps;
using GentleMole.Store.Model;

namespace GentleMole.Web.Sheet;

/// <summary>All sweeps of a job together: what was walked and heard, and which lines may lie there.</summary>
internal sealed class SheetSweeps
{
    /// <summary>A lead lies where it was drawn within this, metres.</summary>
    private const double LeadMetres = 0.8;

    /// <summary>How far a traced line may be off, metres: beyond that it is another.</summary>
    private const double TracedMetres = 0.5;

    /// <summary>Where nobody said how good a plan is, metres.</summary>
    private const double PlanMetres = 1.5;

    /// <summary>A decision holds for a candidate that still lies where it did, metres beside its strips.</summary>
    private const double SamePlaceMetres = 0.4;

    private SheetSweeps(JobSheet sheet)
    {
        Walked = [.. sheet.Job.Sweeps.OrderBy(s => s.Id).SelectMany(s => s.Passes.OrderBy(p => p.Number)).Where(p => p.WalkedAt is not null)];
        Responses = [.. Walked.SelectMany((p, i) => p.Responses.OrderBy(r => r.AlongMetres).Select(r => (i, p, r)))];
        if (Walked.Count == 0 || Walked.Count > CandidateRules.MostPasses || Responses.Count > CandidateRules.MostResponses)
        {
            Unexplained = [.. Enumerable.Range(0, Responses.Count)];
            IsTooMuch = Walked.Count > 0;
            return;
        }

        var task = new CandidateTask(
            [.. Walked.Select(p => p.Pass)],
            [.. Responses.Select(r => new SweepResponse(
                r.PassIndex, r.Response.AlongMetres, Depth.OfMetres(r.Response.DepthMetres), r.Response.CurrentMilliamps, r.Response.DirectionDegrees is { } d ? Azimuth.Of(d) : null))],
            sheet.Job.Sweeps.Max(s => s.PositionSigmaMetres));
        if (CandidateRules.Check(task).Count > 0)
        {
            Unexplained = [.. Enumerable.Range(0, Responses.Count)];
            return;
        }

        var found = CandidateSearch.Of(task, CancellationToken.None);
        var leads = sheet.Job.Hookups.Where(h => h.Stake is { } s && s.DistanceTo(h.Connection) > 0.5).Select(h => new KnownRun("lead", new Run([h.Connection, h.Stake!.Value]), LeadMetres)).ToList();
        var known = Known(sheet).ToList();
        Lines = [.. found.Candidates.Select((c, i) => Told(sheet, c, i + 1, known, leads))];
        Unexplained = found.Unexplained;
    }

    /// <summary>Passes that were walked.</summary>
    public IReadOnlyList<SweptPass> Walked { get; }

    /// <summary>What was heard on them, with the pass as counted in <see cref="Walked"/>.</summary>
    public IReadOnlyList<(int PassIndex, SweptPass Pass, SweptResponse Response)> Responses { get; }

    /// <summary>Candidate lines, likeliest first.</summary>
    public IReadOnlyList<SweptLine> Lines { get; } = [];

    /// <summary>Which of <see cref="Responses"/> belong to none.</summary>
    public IReadOnlyList<int> Unexplained { get; }

    /// <summary>More was walked than can be joined.</summary>
    public bool IsTooMuch { get; }

    /// <summary>Claims that nobody has said what they are.</summary>
    public IEnumerable<SweptLine> Open => Lines.Where(l => l.Line.IsClaim && l.Decision is null);

    /// <summary>The job's sweeps; worked out once for a sheet.</summary>
    public static SheetSweeps Of(JobSheet sheet) => sheet.Drawn.Get(nameof(SheetSweeps), () => new SheetSweeps(sheet));

    /// <summary>Buildings: nobody walks through.</summary>
    public static IReadOnlyList<IReadOnlyList<SitePoint>> Obstacles(JobSheet sheet) =>
        [.. sheet.Job.Features.Where(f => f is { Shape: FeatureShape.Outline, Surface: Surface.Building, Points.Count: >= 3 }).Select(f => f.Points)];

    /// <summary>Where a response was met.</summary>
    public static SitePoint PlaceOf(SweptPass pass, SweptResponse response) => pass.Pass.At(response.AlongMetres);

    /// <summary>Lines of the sheet and of plans, and how far each may lie from where it is drawn.</summary>
    public static IEnumerable<(KnownRun Run, UtilityKind Kind, SheetLine? Line, RecordLine? Record)> Known(JobSheet sheet)
    {
        foreach (var line in sheet.Lines)
        {
            if (line.Traced.Run is { } traced)
            {
                yield return (new KnownRun($"line-{line.Line.Id}", traced, TracedMetres), line.Line.Kind, line, null);
            }

            if (line.Expected is { } expected)
            {
                yield return (new KnownRun($"plan-{line.Line.Id}", expected, line.Records.Select(r => r.DoubtMetres).DefaultIfEmpty(PlanMetres).Max()), line.Line.Kind, line, null);
            }
        }

        foreach (var record in sheet.Job.Records.Where(r => r.Points.Count >= 2 && SiteRules.IsRun(r.Points)))
        {
            yield return (new KnownRun($"record-{record.Id}", new Run(record.Points), record.DoubtMetres), record.Kind, sheet.LineById(record.LineId), record);
        }
    }

    private static SweptLine Told(JobSheet sheet, CandidateLine candidate, int number, List<(KnownRun Run, UtilityKind Kind, SheetLine? Line, RecordLine? Record)> known, List<KnownRun> leads)
    {
        var decision = sheet.Job.Found.OrderByDescending(f => f.At).FirstOrDefault(f => f.Source == FoundBy.Sweep && f.Points.Count >= 2 && SiteRules.IsRun(f.Points)
            && new KnownRun("", new Run(f.Points), f.Lateral95Metres + SamePlaceMetres).ApartFrom(candidate) is not null);
        if (KnownRun.Nearest(candidate, leads) is not null)
        {
            return new SweptLine(number, candidate, FoundAs.Ghost, null, null, null, null, decision);
        }

        // What a mode is heard on says more than where a plan lies: mains current does not run on a gas main that is not bonded.
        var heard = known.Where(k => candidate.Modes.All(m => LineHeard.Usually(k.Kind, m))).ToList();
        var nearest = KnownRun.Nearest(candidate, known.Select(k => k.Run));
        var instead = nearest is { } n && known.First(k => ReferenceEquals(k.Run, n.Known)) is var by && !heard.Contains(by) ? by.Line : null;
        var near = KnownRun.Nearest(candidate, heard.Select(k => k.Run)) ?? (instead is null ? null : KnownRun.Nearest(candidate, heard.Select(k => k.Run with { DoubtMetres = AstrayMetres, IsSketch = true })));
        if (near is not { } found)
        {
            return new SweptLine(number, candidate, FoundAs.Unknown, null, null, null, instead, decision);
        }

        var (_, _, line, record) = known.First(k => k.Run.Id == found.Known.Id);
        return new SweptLine(number, candidate, line is null ? FoundAs.Neighbour : FoundAs.Target, line, record, found.ApartMetres, instead, decision);
    }

    /// <summary>So far off a plan of the right kind may be where another's lies nearer, metres.</summary>
    private const double AstrayMetres = 5;
}
