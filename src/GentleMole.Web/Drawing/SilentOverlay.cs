using GentleMole.Core;
using GentleMole.Core.Fault;
using GentleMole.Core.Site;
using GentleMole.Web.Sheet;
using GentleMole.Web.Words;

namespace GentleMole.Web.Drawing;

/// <summary>What was pushed and what leaks, on the plan: pipes through their stops, what the camera saw, where a frame stood and where faults lie.</summary>
/// <param name="Pipes">Through the good stops.</param>
/// <param name="Stops">Each with its number, its verdict, and whether the others contradict it.</param>
/// <param name="Finds">What the camera saw, by its short mark.</param>
/// <param name="Frames">Where the frame stood.</param>
/// <param name="Faults">Where current leaves; true for a major one.</param>
/// <param name="Next">Where the frame goes next.</param>
internal sealed record SilentOverlay(
    IReadOnlyList<IReadOnlyList<SitePoint>> Pipes, IReadOnlyList<(SitePoint Place, int Number, Verdict Verdict, bool IsOut, bool IsChosen, string Link)> Stops,
    IReadOnlyList<(SitePoint Place, string Mark, string Says)> Finds, IReadOnlyList<SitePoint> Frames, IReadOnlyList<(SitePoint Place, bool IsMajor, string Says)> Faults, SitePoint? Next)
{
    /// <summary>A push at hand, and what the cameras of all pushes saw.</summary>
    public static SilentOverlay OfPushes(JobSheet sheet, PushTold? told, int? chosen) => new(
        told?.Route is { } route ? [[.. route.Points.Select(p => p.Place)]] : [],
        [.. (told?.Stops ?? []).Select((s, i) => (Stop: s, Number: i + 1)).Where(s => s.Stop.Stop.IsGood).Select(s => (
            s.Stop.Stop.Value.Place, s.Number, s.Stop.Stop.Value.Found.Verdict, told!.Route?.Outliers.Contains(told.Joined.ToList().IndexOf(s.Stop)) == true, s.Stop.Fix.Id == chosen,
            $"/jobs/{sheet.Job.Id}/trace/sonde?line={told.Push.LineId}&push={told.Push.Id}&stop={s.Stop.Fix.Id}"))],
        FindsOf(sheet), [], [], null);

    /// <summary>A search at hand.</summary>
    public static SilentOverlay OfSearch(SearchTold? told) => new(
        [], [], [], told is null ? [] : [.. told.Search.Levels.Select(l => told.PlaceAt(l.AlongMetres)).OfType<SitePoint>()], told is null ? [] : FaultsOf(told), told?.Next?.AlongMetres is { } next ? told.PlaceAt(next) : null);

    /// <summary>What is handed over of it: camera and faults. Null where there is nothing.</summary>
    public static SilentOverlay? Handed(JobSheet sheet)
    {
        var (finds, faults) = (FindsOf(sheet), sheet.Searches.SelectMany(FaultsOf).ToList());
        return finds.Count + faults.Count == 0 ? null : new SilentOverlay([], [], finds, [], faults, null);
    }

    private static List<(SitePoint Place, string Mark, string Says)> FindsOf(JobSheet sheet) =>
        [.. sheet.Lines.SelectMany(l => l.Pushes).SelectMany(p => p.Finds).Where(f => f.Spot is not null).Select(f => (f.Spot!.Place, SondeWords.Mark(f.Find.Seen), SondeWords.Seen(f.Find.Seen)))];

    private static List<(SitePoint Place, bool IsMajor, string Says)> FaultsOf(SearchTold told) =>
        [.. (told.Finding?.Faults ?? []).Select(f => (Place: told.PlaceAt(f.Along.Value), f.Grade)).Where(f => f.Place is not null).Select(f => (f.Place!.Value, f.Grade == FaultGrade.Major, f.Grade is { } grade ? $"{FaultWords.Grade(grade)} fault" : "fault"))];
}
