using GentleMole.Core;
using GentleMole.Core.Lines;
using GentleMole.Core.Site;
using GentleMole.Exchange.Drawings;
using GentleMole.Store.Model;
using GentleMole.Web.Drawing;
using GentleMole.Web.Sheet;
using NetTopologySuite.Geometries;
using OwnersDrawing = GentleMole.Exchange.Drawings.Drawing;

namespace GentleMole.Web.Stages;

/// <summary>A drawing laid on the site for a look, before it is taken over.</summary>
internal sealed class ImportView
{
    /// <summary>Farther from the site than this, a drawing is of another place or in another coordinate system.</summary>
    private const double FarMetres = 5000;

    private readonly Func<SitePoint, SitePoint>? _toSite;

    /// <summary>No coordinate of a drawing that is of this earth lies farther than this from a site.</summary>
    private const double FarthestDrawnMetres = 1e7;

    private ImportView(Guid id, string fileName, OwnersDrawing drawing, ImportFrame frame, ImportChoice choice, Func<SitePoint, SitePoint>? toSite, SiteFit? fit, IReadOnlyList<FieldError> errors, Envelope? near)
    {
        Near = near;
        (Id, FileName, Drawing, Frame, Fit, _toSite) = (id, fileName, drawing, frame, fit, toSite);
        Choice = choice;
        var laid = toSite is null ? [] : Laid(toSite, errors, out errors);
        Errors = errors;
        Trails = [.. laid.Where(l => l.Shape.Kind is DrawnKind.Line or DrawnKind.Area)
            .Select(l => new PreviewTrail(choice.Layers.TryGetValue(l.Shape.Layer, out var kind) ? kind : null, l.Points))];
        _laid = laid;
    }

    private readonly IReadOnlyList<(DrawnShape Shape, IReadOnlyList<SitePoint> Points)> _laid;

    /// <summary>The site and what lies near it; null when nothing is drawn yet.</summary>
    private Envelope? Near { get; }

    public Guid Id { get; }

    public string FileName { get; }

    public OwnersDrawing Drawing { get; }

    public ImportFrame Frame { get; }

    public ImportChoice Choice { get; }

    /// <summary>The coordinate system by which it is laid, with its datum shift; null when it is laid otherwise.</summary>
    public LaidSystem? System { get; private init; }

    /// <summary>The fit by points, with what is left over at each.</summary>
    public SiteFit? Fit { get; }

    public IReadOnlyList<FieldError> Errors { get; }

    public IReadOnlyList<PreviewTrail> Trails { get; }

    /// <summary>Parts of the drawing that are no line on any site: without length, or with a coordinate off the earth.</summary>
    public int LeftOut { get; private set; }

    /// <summary>Nearest part of the drawing to the site's origin; tells a wrong coordinate system.</summary>
    public double? NearestMetres => _laid.Count == 0 ? null : _laid.Min(l => l.Points.Min(p => p.Length));

    /// <summary>How far round the site lines are kept when only near ones are wanted.</summary>
    public const double NearMetres = 100;

    /// <summary>Guesses at layers' utilities by their names, for the first look.</summary>
    public static UtilityKind? Guess(string layer)
    {
        foreach (var word in layer.Split([' ', '_', '-', '.', '/'], StringSplitOptions.RemoveEmptyEntries))
        {
            if (word.Length > 2 && Utilities.FromWord(word) is not UtilityKind.Unknown and var kind)
            {
                return kind;
            }
        }

        return null;
    }

    public static ImportView Lay(Guid id, string fileName, OwnersDrawing drawing, JobSheet sheet, ImportChoice choice)
    {
        var site = sheet.Job.DigCorners.Concat(sheet.Job.Features.SelectMany(f => f.Points)).Select(p => new Coordinate(p.East, p.North)).ToArray();
        var near = site.Length == 0 ? null : new Envelope(site);
        near?.ExpandBy(NearMetres);
        var frame = choice.Frame ?? (drawing.System.Length > 0 ? ImportFrame.File : ImportFrame.Site);
        if (!choice.IsChosen)
        {
            choice = choice with
            {
                Layers = drawing.Layers.Select(l => (l.Name, Kind: Guess(l.Name))).Where(l => l.Kind is not null).ToDictionary(l => l.Name, l => l.Kind!.Value),
            };
        }

        switch (frame)
        {
            case ImportFrame.Points:
                var fit = SiteFit.Of(choice.Pairs);
                return fit.IsGood
                    ? new ImportView(id, fileName, drawing, frame, choice, fit.Value.Apply, fit.Value, [], near)
                    : new ImportView(id, fileName, drawing, frame, choice, null, null, fit.Errors, near);
            case ImportFrame.Site:
                return new ImportView(id, fileName, drawing, frame, choice, p => p * drawing.UnitMetres, null, [], near);
            case ImportFrame.File when drawing.System.Length == 0:
                return new ImportView(id, fileName, drawing, frame, choice, null, null,
                    [new FieldError("frame", $"{fileName} names no coordinate system. Choose site metres, an EPSG number, or fit it by two points.")], near);
            default:
                var system = CoordinateSystems.ToSite(
                    frame == ImportFrame.File ? drawing.System : CoordinateSystems.NameOf(choice.Epsg), sheet.Job.Origin);
                return system.IsGood
                    ? new ImportView(id, fileName, drawing, frame, choice, system.Value.Value, null, [], near) { System = system.Value }
                    : new ImportView(id, fileName, drawing, frame, choice, null, null,
                        [.. system.Errors.Select(e => e with { Field = frame == ImportFrame.File ? "frame" : "epsg" })], near);
        }
    }

    /// <summary>Lines of the layers chosen.</summary>
    public IEnumerable<(DrawnShape Shape, IReadOnlyList<SitePoint> Points)> Taken(ImportChoice choice) => _laid.Where(l =>
        l.Shape.Kind is DrawnKind.Line or DrawnKind.Area && choice.Layers.ContainsKey(l.Shape.Layer) && SiteRules.IsRun(l.Points));

    public IEnumerable<RecordLine> Lines(int jobId, ImportChoice choice) => Taken(choice).Select(l => new RecordLine
    {
        JobId = jobId,
        Kind = choice.Layers[l.Shape.Layer],
        Owner = choice.Owner,
        Material = choice.Material.Length > 0 ? choice.Material : l.Shape.Properties.GetValueOrDefault("material", ""),
        Points = SiteRules.Joined(l.Points),
        DoubtMetres = Math.Max(choice.DoubtMetres, Math.Max(Fit?.ResidualsMetres.Max() ?? 0, System?.AccuracyMetres ?? 0)),
        Source = $"{FileName}, layer {l.Shape.Layer}"
            + (choice.Reference.Length > 0 ? $", {choice.Reference}" : "") + (choice.Dated is { } day ? $", dated {day:yyyy-MM-dd}" : ""),
    });

    private static IEnumerable<IReadOnlyList<SitePoint>> Cut(IReadOnlyList<SitePoint> points, Envelope near)
    {
        var coordinates = points.Select(p => new Coordinate(p.East, p.North)).ToArray();
        var whole = new Envelope(coordinates);
        if (!near.Intersects(whole))
        {
            return [];
        }

        if (coordinates.Length < 2 || near.Contains(whole))
        {
            return [points];
        }

        var line = new LineString(coordinates);
        var kept = line.Intersection(line.Factory.ToGeometry(near));
        return Enumerable.Range(0, kept.NumGeometries).Select(kept.GetGeometryN).OfType<LineString>()
            .Select(part => part.Coordinates.Select(c => new SitePoint(c.X, c.Y)).ToList());
    }

    private IReadOnlyList<(DrawnShape Shape, IReadOnlyList<SitePoint> Points)> Laid(
        Func<SitePoint, SitePoint> toSite, IReadOnlyList<FieldError> before, out IReadOnlyList<FieldError> errors)
    {
        try
        {
            var laid = Drawing.Shapes.Select(s => (s, (IReadOnlyList<SitePoint>)[.. s.Points.Select(toSite)]))
                .Where(l => l.Item2.All(p => p.Length < FarthestDrawnMetres)).ToList();
            LeftOut = Drawing.Shapes.Count - laid.Count
                + laid.Count(l => l.s.Kind is DrawnKind.Line or DrawnKind.Area && SiteRules.Joined(l.Item2).Count < 2);
            var nearest = laid.Count == 0 ? double.PositiveInfinity : laid.Min(l => l.Item2.Min(p => p.Length));
            var near = Near;
            if (Choice.NearOnly && near is not null)
            {
                laid = [.. laid.SelectMany(l => Cut(l.Item2, near).Select(part => (l.s, part)))];
            }

            errors = double.IsFinite(nearest) && nearest <= FarMetres
                ? before
                : [.. before, new FieldError("frame", $"Laid like this, {FileName} is {(double.IsFinite(nearest) ? $"{nearest / 1000:0.#} km" : "nowhere near")} from the site. Choose another coordinate system, tie the site's origin, or fit it by two points.")];
            if (errors.Count == 0 && laid.Count == 0)
            {
                errors = [new FieldError("frame", $"Laid like this, nothing of {FileName} lies within {NearMetres:0} m of the site; the nearest is {nearest:0} m from its origin. Check how it lies, or take over what lies farther too.")];
            }

            return errors.Count == 0 ? laid : [];
        }
        catch (DrawingException error)
        {
            errors = [.. before, new FieldError("frame", error.Message)];
            return [];
        }
    }
}
