using System.Globalization;
using GentleMole.Core.Paint;
using GentleMole.Core.Site;
using GentleMole.Store.Model;
using GentleMole.Web.Sheet;
using GentleMole.Web.Words;

namespace GentleMole.Web.Stages;

/// <summary>What is to be painted, in words.</summary>
internal static class PaintWords
{
    private const double CanMillilitres = 400;

    /// <summary>"14 dashes, 6 dots with their direction, 2 labels".</summary>
    public static string Counts(PaintPlan plan) => string.Join(", ", Enum.GetValues<PaintMarkKind>().Select(k => (Kind: k, Count: plan.CountOf(k))).Where(c => c.Count > 0).OrderBy(c => Rank(c.Kind)).Select(c => Counted(c.Kind, c.Count)));

    private static int Rank(PaintMarkKind kind) => kind == PaintMarkKind.Tick ? -1 : (int)kind;

    private static string Counted(PaintMarkKind kind, int count) => kind switch
    {
        PaintMarkKind.Dash => count == 1 ? "1 dash" : $"{count} dashes",
        PaintMarkKind.Tick => count == 1 ? "1 dot" : $"{count} dots",
        PaintMarkKind.GoesOn => count == 1 ? "1 arrow where it goes on" : $"{count} arrows where it goes on",
        PaintMarkKind.TeeNotFollowed => count == 1 ? "1 tee that asks" : $"{count} tees that ask",
        PaintMarkKind.OffsetStake => count == 1 ? "1 stake beside it" : $"{count} stakes beside it",
        _ => count == 1 ? $"1 {MarkWords.Painted(kind)}" : $"{count} {MarkWords.Painted(kind)}s",
    };

    /// <summary>From where one walks it, and whither.</summary>
    public static string Way(PaintPlan plan, bool isBackwards)
    {
        var run = plan.Line.Traced.Run!;
        var (from, to) = isBackwards ? (run.Points[^1], run.Points[0]) : (run.Points[0], run.Points[^1]);
        return $"from {At(from)} to {At(to)}";
    }

    public static string At(SitePoint place) => string.Create(CultureInfo.InvariantCulture, $"{place.East:0.0} E, {place.North:0.0} N");

    /// <summary>What it takes of each can.</summary>
    public static IEnumerable<(PaintColour Colour, string Says)> Cans(JobSheet sheet, IEnumerable<PaintPlan> plans) => plans.Where(p => p.Millilitres > 0).GroupBy(p => sheet.Custom.ColourOf(p.Line.Kind)).OrderBy(g => g.Key)
        .Select(g => (g.Key, Says: $"{MarkWords.Can(g.Key)}, some {Amount(g.Sum(p => p.Millilitres))}: {Cans(g.Sum(p => p.Millilitres))}"));

    private static string Amount(double millilitres) => millilitres < 2000 ? $"{Math.Max(10, Math.Ceiling(millilitres / 10) * 10):0} ml" : string.Create(CultureInfo.InvariantCulture, $"{millilitres / 1000:0.0} l");

    private static string Cans(double millilitres) => Math.Ceiling(millilitres / CanMillilitres) is var cans && cans <= 1 ? "one can" : $"{cans:0} cans";

    public static int Stakes(IEnumerable<PaintPlan> plans) => plans.Sum(p => p.CountOf(PaintMarkKind.Stake) + p.CountOf(PaintMarkKind.OffsetStake));

    /// <summary>Time for one person, to five minutes.</summary>
    public static string Time(IEnumerable<PaintPlan> plans)
    {
        var minutes = (int)(5 * Math.Max(1, Math.Ceiling(plans.Sum(p => p.Seconds) / 300)));
        return minutes < 90 ? $"{minutes} minutes" : $"{minutes / 60} h {minutes % 60:00} min";
    }

    /// <summary>A dot to look at before painting.</summary>
    public static string Again(LineUp look, Person person) => look.IsBend
        ? $"dot {TogetherWords.Place(look.Point)} turns the line and has no dots within {person.Length(2)} on both sides: take two more, a bend pulls the peak inwards."
        : $"dot {TogetherWords.Place(look.Point)} lies {person.Length(Math.Abs(look.AsideMetres))} {(look.AsideMetres > 0 ? "right" : "left")} of the straight way between its neighbours, more than their ± explain.";

    /// <summary>A branch that was seen and of which nobody knows the way.</summary>
    public static string NotFollowed(SitePoint at) => $"a tee was seen at {At(at)} and no branch is marked: follow it, or it is dug up unmarked.";

    /// <summary>What is not painted, and why.</summary>
    public static string Unpainted(PaintPlan plan, Person person) => string.Join(", ", plan.Unpainted.Select(u => $"{person.Run(u.FromMetres)} to {person.Run(u.ToMetres)} along it"));

    public static string Ground(PaintGround ground) => ground switch
    {
        PaintGround.Holds => "paint holds",
        PaintGround.Loose => "stakes or flags on the line (gravel, snow, mud, high grass)",
        PaintGround.Driven => "stakes beside the line (works drive there)",
    };

    public static string Shot(PaintShot shot, JobSheet sheet)
    {
        var lines = string.Join(" and ", shot.Lines.Select(id => sheet.LineById(id)!.Line).Select(l => $"{sheet.Custom.LetterOf(l.Kind)} {l.Owner}"));
        var by = Nearest(sheet, shot.From) is { } thing ? $", with {thing} in it" : ", with something that stays in it";
        return shot.Kind switch
        {
            PaintShotKind.Along => $"Along {lines} from {At(shot.From)}{by}",
            PaintShotKind.Crossing => $"Where {lines} cross, at {At(shot.From)}{by}",
            PaintShotKind.Offset => $"The stake beside {lines} at {At(shot.From)}, with the tape to the line",
            PaintShotKind.Doubt => $"The question mark of {lines} at {At(shot.From)}{by}",
        };
    }

    private const double InPictureMetres = 12;

    private static string? Nearest(JobSheet sheet, SitePoint from) => sheet.Job.Features.Where(f => f is { Shape: FeatureShape.Spot, Name.Length: > 0, Points.Count: > 0 } && f.Points[0].DistanceTo(from) < InPictureMetres)
        .MinBy(f => f.Points[0].DistanceTo(from)) is { } near ? near.Kind == FeatureKind.Ground ? near.Name : $"{WalkWords.Kind(near.Kind)} {near.Name}" : null;
}
