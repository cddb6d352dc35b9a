using GentleMole.Core;
using GentleMole.Core.Marking;
using GentleMole.Core.Site;
using GentleMole.Store.Model;
using GentleMole.Web.Words;

namespace GentleMole.Web.Sheet;

/// <summary>What is put to the owner of a line that nobody could be sure of: what is doubtful, and where a trial hole would settle it.</summary>
/// <param name="Doubts">In sentences, the weightiest first; empty where nothing is.</param>
internal sealed record OwnerQuestion(SheetLine Line, IReadOnlyList<string> Doubts, TrialHole? Hole)
{
    /// <summary>± to the side of a line that only a plan shows, where the plan says none.</summary>
    private const double UsualPlanDoubt = 1;

    /// <summary>Farther from its plan than this a trace is told to its owner, metres.</summary>
    private const double FarFromPlan = 0.6;

    /// <summary>A dot this near to the dig is of it, metres.</summary>
    private const double NearDig = 3;

    private const double UsualDepthDoubt = 0.3;

    public static OwnerQuestion Of(JobSheet sheet, SheetLine line, Person person)
    {
        var doubts = new List<string>();
        var traced = line.Traced;
        if (traced.Run is null)
        {
            doubts.Add(line.Dots.Count == 0 ? "No response of it was found to trace." : "No line could be traced from what was read.");
        }

        foreach (var dot in line.Dots.Where(d => d.Reading.State != DotState.Accepted).TakeLast(12))
        {
            doubts.Add($"Dot {dot.Reading.Number} is {MarkWords.Dot(dot.Verdict)} and not on the line{LikelyOf(line, dot)}.");
        }

        foreach (var stretch in traced.Stretches.Where(s => s.Confidence != Verdict.Sound))
        {
            doubts.Add($"Between dots {TogetherWords.Place(stretch.From)} and {TogetherWords.Place(stretch.To)} its place is doubtful{(stretch.TooLong ? $": {person.Run(stretch.LengthMetres)} without a dot" : "")}.");
        }

        doubts.AddRange(line.Together.Witnesses.Where(w => w.IsOpen).Select(w => TogetherWords.Says(w, person)));
        var followed = traced.Points.Count is >= 3 and <= LineFollowed.MostAtOnce ? LineFollowed.Of(sheet, line) : null;
        foreach (var off in followed?.Fit?.Outliers ?? [])
        {
            doubts.Add($"Dot {off.Dot.Number} stands {person.Length(Math.Abs(off.ByOthersMetres))} off the line through the others.");
        }

        if (traced.Run is { } run && line.Expected is { } plan)
        {
            var (far, at) = traced.Points.Select(p => (Far: plan.Project(p.Place).Foot.DistanceTo(p.Place), p.Number)).MaxBy(f => f.Far);
            if (far > FarFromPlan)
            {
                doubts.Add($"It was traced up to {person.Length(far)} from where your plan has it, farthest at dot {at}.");
            }
        }

        return new OwnerQuestion(line, doubts, HoleOf(sheet, line, followed));
    }

    private static string LikelyOf(SheetLine line, JudgedDot dot) => dot.Reading.Likeliest switch
    {
        "" => "",
        "unknown" => ": likely a line that nobody drew",
        "hookup" => ": likely the lead or the stake of the hookup",
        "disturbed" => ": no line lies right under it",
        var of => of == SheetGround.LineName(line.Line.Id) ? "" : $": likely {line.Own?.Ground.Known.NameOf(of)}",
    };

    /// <summary>In the dig where the line crosses it, by the most doubtful that is there; else at the most doubtful.</summary>
    private static TrialHole? HoleOf(JobSheet sheet, SheetLine line, LineFollowed? followed)
    {
        if (line.SupposedRun is not { } run)
        {
            return null;
        }

        var span = sheet.DigSpan(run) is ({ } from, { } to) ? ((double From, double To)?)(from, to) : null;
        var doubtful = line.Dots.Where(d => d.Reading.State != DotState.Accepted || d.Verdict != Verdict.Sound).Select(d => d.Reading.Place)
            .Concat(followed?.Fit?.Outliers.Select(o => o.Dot.Place) ?? [])
            .Select(p => (Place: p, At: run.Project(p).ChainageMetres))
            .Where(p => span is not var (low, high) || (p.At > low - NearDig && p.At < high + NearDig)).ToList();
        var at = span is var (a, b) ? Math.Clamp(doubtful.Count > 0 ? doubtful[0].At : (a + b) / 2, a, b) : doubtful.Count > 0 ? doubtful[0].At : run.Length / 2;
        var place = run.At(at);
        var records = line.Records.Where(r => r.Points.Count >= 2).ToList();
        var across = followed?.Fit is { } fit ? fit.PlaceAt(fit.Run.Project(place).ChainageMetres).HalfWidthMetres
            : line.Traced.Run is not null ? line.Traced.Stretches.Max(s => s.AcrossHalfWidthMetres) : records.Count > 0 ? records.Min(r => r.DoubtMetres) : UsualPlanDoubt;
        if (line.Traced.Run is { } traced && traced.Project(place).Foot.DistanceTo(place) > NearDig)
        {
            // Beyond the trace only the plan says where it runs.
            across = Math.Max(across, records.Count > 0 ? records.Min(r => r.DoubtMetres) : UsualPlanDoubt);
        }

        if (doubtful.Count > 0)
        {
            // What was read beside the line must come to light too.
            across = Math.Max(across, doubtful.Where(d => Math.Abs(d.At - at) < NearDig).Select(d => Math.Abs(run.Project(d.Place).OffsetMetres)).DefaultIfEmpty(0).Max());
        }

        var depth = line.Traced.Run is not null && line.Traced.DepthAt(line.Traced.Run.Project(place).ChainageMetres) is { } read
            ? line.Traced.Run.Project(place).Foot.DistanceTo(place) is var away && away > NearDig ? (Math.Max(0, read.Low95 - UsualDepthDoubt), read.High95 + UsualDepthDoubt) : (read.Low95, read.High95)
            : records.Find(r => r.CoverMetres is not null)?.CoverMetres is { } cover ? (Math.Max(0, cover - UsualDepthDoubt), cover + UsualDepthDoubt) : ((double, double)?)null;
        return new TrialHole(
            new SitePoint(Math.Round(place.East, 2), Math.Round(place.North, 2)), across, depth,
            span is not null ? doubtful.Count > 0 ? "where it enters the dig by what is doubtful" : "where it crosses the dig" : doubtful.Count > 0 ? "at what is doubtful" : "halfway along it");
    }
}
