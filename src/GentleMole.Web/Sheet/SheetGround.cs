using GentleMole.Core.Hookup;
using GentleMole.Core.Instruments;
using GentleMole.Core.Lines;
using GentleMole.Core.Network;
using GentleMole.Core.Notices;
using GentleMole.Core.Site;
using GentleMole.Core.Soil;
using GentleMole.Core.Trace;
using GentleMole.Store.Model;
using GentleMole.Web.Words;

namespace GentleMole.Web.Sheet;

/// <summary>Reads the supposed ground off a sheet: traced lines, lines by plan, lines drawn by hand.</summary>
internal static class SheetGround
{
    public static string LineName(int lineId) => $"line-{lineId}";

    /// <summary>What somebody has said of a line of the ground, by its name there.</summary>
    public static LineModel? ModelOf(JobSheet sheet, string of) =>
        sheet.Job.LineModels.Find(m => m.Of == of) ?? sheet.Job.LineModels.Find(m => m.Of.Length == 0 && DrawnName(m) == of);

    private static string DrawnName(LineModel drawn) => $"drawn-{drawn.Id}";

    /// <summary>All lines that the sheet knows, metal or not.</summary>
    public static IReadOnlyList<GroundSource> Sources(JobSheet sheet)
    {
        var sources = new List<GroundSource>();
        SaidOfLine? SaidOf(string of) => Said(ModelOf(sheet, of));
        foreach (var line in sheet.Lines)
        {
            if (line.SupposedRun is { } run)
            {
                sources.Add(new GroundSource(
                    LineName(line.Line.Id), line.Line.Owner, line.Line.Kind, line.Line.Material, line.Line.OutsideDiameterMetres, run.Points, DepthOf(line), SaidOf(LineName(line.Line.Id))));
            }
        }

        // A record that follows its line's best run is that line; one that lies elsewhere is another line of the same owner.
        var told = sheet.Lines.Where(l => l.SupposedRun is not null)
            .SelectMany(l => l.Records.Where(r => JoinedRun.Follows(new Run(r.Points), l.SupposedRun!))).Select(r => r.Id).ToHashSet();
        foreach (var record in sheet.Job.Records.Where(r => r.Points.Count >= 2 && !told.Contains(r.Id)))
        {
            sources.Add(new GroundSource(
                $"record-{record.Id}", record.Owner, record.Kind, record.Material, null, GroundSurvey.Near(record.Points, SiteOf(sheet, record.Points[0])),
                record.Cover is { } cover ? GroundSurvey.DepthUnder(cover, record.Kind, record.Material, null) : null, SaidOf($"record-{record.Id}")));
        }

        foreach (var drawn in sheet.Job.LineModels.Where(m => m.Of.Length == 0 && m.Points.Count >= 2))
        {
            sources.Add(new GroundSource(DrawnName(drawn), drawn.Name.Length > 0 ? drawn.Name : "suspected line", drawn.Kind, "", null, drawn.Points, null, Said(drawn)));
        }

        return [.. sources.Where(s => SiteRules.IsRun(s.Points))];
    }

    public static SupposedGround Of(JobSheet sheet)
    {
        var stands = sheet.Seen.Select(s => s.Placed).ToList();
        var lines = Sources(sheet).Select(s => GroundSurvey.Suppose(s, stands)).ToList();
        var names = lines.Select(l => l.Id).ToHashSet();
        var ties = sheet.Job.Ties.Where(t => names.Contains(t.From) && (t.IsJoint || names.Contains(t.To))).ToList();
        return new SupposedGround(
            new SoilGround(sheet.Job.SoilOhmMetres), lines,
            [.. ties.Where(t => !t.IsJoint).Select(t => new SupposedBond(t.From, t.FromMetres, t.To, t.ToMetres, t.Ohms ?? 0))],
            [.. ties.Where(t => t.IsJoint).Select(t => new SupposedJoint(t.From, t.FromMetres, t.Ohms))]);
    }

    /// <summary>What the planner needs for one line of the sheet; null when nobody knows where the line runs.</summary>
    public static PlannerTask? Task(JobSheet sheet, SheetLine target, TransmitterProfile transmitter, ReceiverProfile receiver)
    {
        var ground = Of(sheet);
        if (target.SupposedRun is not { } run)
        {
            return null;
        }

        return new PlannerTask
        {
            Ground = ground,
            Target = LineName(target.Line.Id),
            Work = WorkStretch.Of(run, sheet.Job.DigCorners),
            Points = Points(sheet, target, run),
            StakeGround = Stakes(sheet, ground),
            Transmitter = transmitter,
            Receiver = receiver,
            Habit = sheet.Firm.FirstFrequency,
            Limits = sheet.Firm.CircuitLimits,
        };
    }

    /// <summary>A hookup as the engine takes it: at the current that was sent, else that was planned, else the most that can be.</summary>
    public static HookupTry TryOf(Hookup hookup, string target, double hertz, TransmitterProfile sender, double? plannedMilliamps = null) => new(
        target, target, hookup.Method, hookup.Connection, hookup.ConnectedTo, hookup.Stake, hertz,
        hookup.SentMilliamps is > 0 ? hookup.SentMilliamps.Value : plannedMilliamps ?? sender.StepsMilliamps.DefaultIfEmpty(25).Max());

    public static StakeGround Stakes(JobSheet sheet, SupposedGround ground) => StakeGround.Of(
        ground,
        [.. sheet.Job.Features.Where(f => f.Shape == FeatureShape.Outline && f.Points.Count >= 3).Select(f => new SurfaceArea(f.Surface, f.Points))],
        sheet.Job.Ground == SiteGround.Paved,
        sheet.Seen.Select(s => s.Placed));

    /// <summary>Places where this line can be connected: what stands on it, and where it was connected before.</summary>
    private static List<ConnectionPoint> Points(JobSheet sheet, SheetLine target, Run run)
    {
        var points = sheet.Job.Features.Where(f => f.Points.Count > 0)
            .Select(f => ConnectionPoint.Of(JobSheet.PlacedOf(f), $"{WalkWords.Kind(f.Kind)} {f.Name}".Trim(), target.Line.Kind, run)).OfType<ConnectionPoint>().ToList();
        foreach (var hookup in sheet.Job.Hookups.Where(h => h.LineId == target.Line.Id && h.Method is HookupMethod.Direct or HookupMethod.Clamp))
        {
            if (run.Project(hookup.Connection).Foot.DistanceTo(hookup.Connection) <= HookupPlanner.OnLineMetres && points.TrueForAll(p => p.Place.DistanceTo(hookup.Connection) > 1))
            {
                points.Add(new ConnectionPoint(hookup.ConnectedTo, hookup.Connection, hookup.Method == HookupMethod.Direct ? [Connection.Direct] : [Connection.Clamp]));
            }
        }

        return points;
    }

    /// <summary>As measured and accepted, else by the plan's cover.</summary>
    private static Depth? DepthOf(SheetLine line) => line.Traced.MiddleDepth
        ?? (line.Records.Select(r => r.Cover).FirstOrDefault(c => c is not null) is { } cover
            ? GroundSurvey.DepthUnder(cover, line.Line.Kind, line.Line.Material, line.Line.OutsideDiameterMetres)
            : null);

    /// <summary>Where the site is: at its dig, else where the first line runs, else where this one begins.</summary>
    private static SitePoint SiteOf(JobSheet sheet, SitePoint otherwise) => sheet.Job.DigCorners.Count > 0
        ? sheet.Job.DigCorners[0]
        : sheet.Lines.Select(l => l.SupposedRun).FirstOrDefault(r => r is not null)?.Points[0] ?? otherwise;

    private static SaidOfLine? Said(LineModel? m) => m is null ? null : new SaidOfLine(
        m.NoMetal, m.Metal, m.OutsideMetres, m.WallMetres, m.Coating, Depth.OfMetres(m.DepthMetres), m.StartKind, m.StartOhms, m.EndKind, m.EndOhms, m.NetMilliamps);
}
