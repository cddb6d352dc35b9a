using GentleMole.Core;
using GentleMole.Core.Hookup;
using GentleMole.Core.Lines;
using GentleMole.Core.Practice;
using GentleMole.Core.Site;
using GentleMole.Core.Soil;
using GentleMole.Core.Yards;
using GentleMole.Store.Model;
using GentleMole.Web.Sheet;
using GentleMole.Web.Words;

namespace GentleMole.Web.Practice;

/// <summary>A yard out of a real job: as it is supposed, with plausible surprises, to be practised before the work; or as it was found, once it was dug up. Names stay behind.</summary>
internal static class JobYard
{
    private const double RoundMetres = 60;
    private const double AroundMetres = 5;
    private const double OnMetres = 1.5;
    private const double MostNetMilliamps = 60;
    private const double UsualDoubtMetres = 1;
    private const double BesideMetres = 1.4;

    /// <summary>Makes it.</summary>
    /// <param name="isAsFound">What was dug up and traced is the truth; otherwise it is supposed, and a seed moves it.</param>
    public static Result<DrawnYard> Of(JobSheet sheet, SheetLine target, string title, bool isAsFound)
    {
        var ground = SheetGround.Of(sheet);
        var id = SheetGround.LineName(target.Line.Id);
        if (ground.Line(id) is not { } sought)
        {
            return new FieldError("line", "Nobody knows yet where this line runs, or it has no metal to carry a signal.");
        }

        IReadOnlyList<SitePoint> area = sheet.HasDig && sheet.Job.DigCorners.Count >= 3 ? sheet.Job.DigCorners : Around(sought.Run);
        var centre = new SitePoint(area.Average(p => p.East), area.Average(p => p.North));
        SitePoint Moved(SitePoint p) => new(Math.Round(p.East - centre.East, 2), Math.Round(p.North - centre.North, 2));
        var owners = new Dictionary<string, string>(StringComparer.OrdinalIgnoreCase);
        string Owner(string name) => owners.TryGetValue(name, out var known) ? known : owners[name] = $"owner {(char)('A' + Math.Min(owners.Count, 25))}";
        var kept = new List<(SupposedLine Of, Run Run, double From)>();
        foreach (var line in ground.Metallic.OrderBy(l => l.Id == id ? 0 : 1))
        {
            // Of a line that runs on for kilometres the part near the work is kept.
            var near = Enumerable.Range(0, (int)Math.Min(line.Run.Length, 20_000) + 1).Where(at => YardRings.Outside(area, line.Run.At(at)) <= RoundMetres).ToList();
            if (near.Count > 2 && kept.Count < DrawnYard.MostLines && SiteRules.IsRun(line.Run.Between(near[0], near[^1])) && line.Run.Between(near[0], near[^1]).Count <= DrawnYard.MostPoints)
            {
                kept.Add((line, new Run(line.Run.Between(near[0], near[^1])), near[0]));
            }
        }

        if (kept.Count == 0 || kept[0].Of.Id != id)
        {
            return new FieldError("line", "This line does not come near the dig.");
        }

        var lines = kept.Select(k => new BuriedLine(
            new SupposedLine(
                k.Of.Id, LineWords.Kind(k.Of.Kind), k.Of.Kind, [.. k.Run.Points.Select(Moved)], k.Of.Depth, k.Of.Conductor, k.From > 1 ? SupposedEnd.GoesOn : k.Of.Start,
                k.From + k.Run.Length < k.Of.Run.Length - 1 ? SupposedEnd.GoesOn : k.Of.End, k.Of.NetMilliamps is { } net ? Math.Min(net, MostNetMilliamps) : null),
            [.. k.Run.Points.Select(p => new Depth(Math.Clamp(Math.Round(isAsFound && DepthAt(sheet, k.Of.Id, p) is { } found ? found : k.Of.Depth.Metres, 2), 0.1, 6)))])).ToList();
        SupposedLine Named(string name) => lines.First(l => l.Id == name).Lies;
        bool Has(string name) => lines.Any(l => l.Id == name);
        double At(string name, double metres) => Math.Clamp(metres - kept.First(k => k.Of.Id == name).From, 0, Named(name).Run.Length);
        var records = lines.Select(l =>
        {
            var of = sheet.Lines.FirstOrDefault(s => SheetGround.LineName(s.Line.Id) == l.Id);
            var record = of?.Records.FirstOrDefault(r => r.Points.Count >= 2 && SiteRules.IsRun(r.Points));
            IReadOnlyList<SitePoint> points = record is not null ? [.. record.Points.Take(DrawnYard.MostPoints).Select(Moved)]
                : isAsFound ? [.. l.Run.Points.Select((p, i) => p + (l.Run.DirectionAt(l.Run.ChainageOf(i)).Right * BesideMetres))] : [.. l.Run.Points];
            return new YardRecord(l.Kind, Owner(of?.Line.Owner ?? l.Id), points, Math.Clamp(record?.DoubtMetres ?? UsualDoubtMetres, 0.1, 50), null, l.Id);
        }).Where(r => r.Points.All(p => p.Length <= DrawnYard.FarthestMetres)).ToList();
        var features = sheet.Job.Features.Where(f => f.Shape == FeatureShape.Spot && f.Points.Count > 0 && Moved(f.Points[0]).Length < 150).Take(DrawnYard.MostFeatures - 1)
            .Select((f, i) => new YardFeature($"f{i + 1}", f.Kind, WalkWords.Kind(f.Kind), Moved(f.Points[0]), f.Utility, [.. Connections($"f{i + 1}", f, Moved(f.Points[0]), lines)])).ToList();
        if (!features.Any(f => f.Connections.Any(c => c.On == id)))
        {
            features.Add(new YardFeature("f0", FeatureKind.Box, "access", lines[0].Run.At(0), lines[0].Kind, [Connection("f0-a", lines[0], 0)]));
        }

        var site = new YardSite(
            new HiddenGround(
                new SoilGround(sheet.Job.SoilOhmMetres), lines, [.. ground.Bonds.Where(b => Has(b.From) && Has(b.To)).Select(b => b with { FromMetres = At(b.From, b.FromMetres), ToMetres = At(b.To, b.ToMetres) })],
                [.. ground.Joints.Where(j => Has(j.Line)).Select(j => j with { AtMetres = At(j.Line, j.AtMetres) })]),
            [id], target.Line.Kind, Owner(target.Line.Owner), [.. area.Take(DrawnYard.MostPoints).Select(Moved)], (Math.Clamp(sheet.Job.SoilOhmMetres / 1.8, 2, 10_000), Math.Clamp(sheet.Job.SoilOhmMetres * 1.8, 2, 10_000)), features, records,
            [.. sheet.Job.Features.Where(f => f.Shape == FeatureShape.Outline && f.Points.Count is >= 3 and <= DrawnYard.MostPoints && f.Surface != Surface.Unknown && Moved(f.Points[0]).Length < 300).Take(DrawnYard.MostFeatures)
                .Select(f => new YardSurface(f.Surface switch { Surface.Building => YardSurfaceKind.Building, Surface.Paved => YardSurfaceKind.Paved, Surface.Soil or Surface.Unknown => YardSurfaceKind.Soil }, [.. f.Points.Select(Moved)]))]);
        var yard = new DrawnYard(
            title, 3, 20, isAsFound ? $"Mark {LineWords.The(target.Line.Kind)}. This ground was dug up in earnest." : $"Mark {LineWords.The(target.Line.Kind)}. The ground is supposed from plans; it may lie otherwise.",
            [YardHabit.SweptRound, YardHabit.ComparedCurrents, YardHabit.CheckedNull], site, HasSurprises: !isAsFound);
        return yard.Check() is { Count: > 0 } errors ? new FieldError("line", "No yard can be made of this: " + errors[0].Sentence) : yard;
    }

    private static IReadOnlyList<SitePoint> Around(Run run) => [run.At(2, AroundMetres), run.At(run.Length - 2, AroundMetres), run.At(run.Length - 2, -AroundMetres), run.At(2, -AroundMetres)];

    /// <summary>Depth that was found nearest to a place of a line.</summary>
    private static double? DepthAt(JobSheet sheet, string line, SitePoint place) => sheet.Lines.FirstOrDefault(s => SheetGround.LineName(s.Line.Id) == line)?.Traced.Points
        .Where(p => p.Depth is not null && p.Place.DistanceTo(place) <= 8).MinBy(p => p.Place.DistanceTo(place))?.Depth?.Value;

    private static IEnumerable<YardConnection> Connections(string feature, SiteFeature of, SitePoint place, IReadOnlyList<BuriedLine> lines)
    {
        if (of.Kind is not (FeatureKind.Box or FeatureKind.Valve or FeatureKind.Hydrant or FeatureKind.Meter or FeatureKind.Riser or FeatureKind.Cabinet or FeatureKind.Chamber))
        {
            return [];
        }

        return lines.Select(l => (Line: l, At: l.Run.Project(place))).Where(l => l.At.Foot.DistanceTo(place) <= OnMetres && (of.Utility is null || of.Utility == l.Line.Kind))
            .OrderBy(l => l.At.Foot.DistanceTo(place)).Take(3).Select((l, i) => Connection($"{feature}-{(char)('a' + i)}", l.Line, l.At.ChainageMetres));
    }

    private static YardConnection Connection(string id, BuriedLine line, double at) => line.Kind switch
    {
        UtilityKind.Electric => new YardConnection(id, YardContact.Conduit, [HookupMethod.Clamp], line.Id, at),
        UtilityKind.Communications => new YardConnection(id, YardContact.Sheath, [HookupMethod.Direct, HookupMethod.Clamp], line.Id, at),
        UtilityKind.Gas or UtilityKind.Water or UtilityKind.Reclaimed or UtilityKind.Sewer or UtilityKind.Unknown =>
            new YardConnection(id, line.Lies.Conductor == LineBuild.Tracer ? YardContact.Wire : YardContact.Pipe, [HookupMethod.Direct], line.Id, at),
    };
}
