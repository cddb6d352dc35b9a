using GentleMole.Core;
using GentleMole.Core.Lines;
using GentleMole.Core.Site;
using GentleMole.Exchange.Drawings;
using GentleMole.Store.Model;
using GentleMole.Web.Drawing;
using GentleMole.Web.Sheet;
using OwnersDrawing = GentleMole.Exchange.Drawings.Drawing;

namespace GentleMole.Web.Stages;

/// <summary>A drawing laid on the site for a look, before it is taken over.</summary>
internal sealed class ImportView
{
    /// <summary>Farther from the site than this, a drawing is of another place or in another coordinate system.</summary>
    private const double FarMetres = 5000;

    /// <summary>Corners that are drawn for a look.</summary>
    private const int MostDrawn = 40_000;

    private ImportView(Guid id, string fileName, OwnersDrawing drawing, ImportFrame frame, ImportChoice choice, SiteFit? fit, LaidDrawing? laid, IReadOnlyList<FieldError> errors)
    {
        (Id, FileName, Drawing, Frame, Choice, Fit) = (id, fileName, drawing, frame, choice, fit);
        Errors = laid is null ? errors : [.. errors, .. Doubts(laid)];
        LeftOut = laid?.LeftOut ?? 0;
        _laid = Errors.Count == 0 ? laid!.Parts : [];
        var trails = new List<PreviewTrail>();
        var corners = 0;
        foreach (var (shape, points) in _laid.Where(l => l.Shape.Kind is DrawnKind.Line or DrawnKind.Area))
        {
            corners += points.Count;
            if (corners <= MostDrawn)
            {
                trails.Add(new PreviewTrail(choice.Layers.TryGetValue(shape.Layer, out var kind) ? kind : null, points));
            }
        }

        (Trails, IsDrawnInPart) = (trails, corners > MostDrawn);
    }

    private readonly IReadOnlyList<(DrawnShape Shape, IReadOnlyList<SitePoint> Points)> _laid;

    public Guid Id { get; }

    public string FileName { get; }

    public OwnersDrawing Drawing { get; }

    public ImportFrame Frame { get; }

    public ImportChoice Choice { get; }

    /// <summary>The coordinate system by which it is laid, with its datum shift; null when it is laid otherwise.</summary>
    public LaidSystem? System { get; private set; }

    /// <summary>The fit by points, with what is left over at each.</summary>
    public SiteFit? Fit { get; }

    public IReadOnlyList<FieldError> Errors { get; }

    public IReadOnlyList<PreviewTrail> Trails { get; }

    /// <summary>True when there is more near the site than a plan can show.</summary>
    public bool IsDrawnInPart { get; }

    /// <summary>Parts of the drawing that are no line on any site: without length, or with a coordinate off the earth.</summary>
    public int LeftOut { get; }

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

    /// <summary>Lays a drawing on the site.</summary>
    /// <param name="laid">Gives the parts for a way of laying it, which may be known from before: its name, the way, and what is near.</param>
    public static ImportView Lay(
        Guid id, string fileName, OwnersDrawing drawing, JobSheet sheet, ImportChoice choice, Func<string, Func<SitePoint, SitePoint>, SiteBox?, LaidDrawing> laid)
    {
        var near = choice.NearOnly ? SiteBox.Of(sheet.Job.DigCorners.Concat(sheet.Job.Features.SelectMany(f => f.Points)))?.Widened(NearMetres) : null;
        var frame = choice.Frame ?? (drawing.System.Length > 0 ? ImportFrame.File : ImportFrame.Site);
        if (!choice.IsChosen)
        {
            choice = choice with
            {
                Layers = drawing.Layers.Select(l => (l.Name, Kind: Guess(l.Name))).Where(l => l.Kind is not null).ToDictionary(l => l.Name, l => l.Kind!.Value),
            };
        }

        ImportView Of(string way, Func<SitePoint, SitePoint> toSite, SiteFit? fit = null)
        {
            try
            {
                return new ImportView(id, fileName, drawing, frame, choice, fit, laid(way, toSite, near), []);
            }
            catch (DrawingException error)
            {
                return Not(new FieldError("frame", error.Message));
            }
        }

        ImportView Not(params IEnumerable<FieldError> errors) => new(id, fileName, drawing, frame, choice, null, null, [.. errors]);
        switch (frame)
        {
            case ImportFrame.Points:
                var fit = SiteFit.Of(choice.Pairs);
                return fit.IsGood ? Of("points " + string.Join(' ', choice.Pairs), fit.Value.Apply, fit.Value) : Not(fit.Errors);
            case ImportFrame.Site:
                return Of("site", p => p * drawing.UnitMetres);
            case ImportFrame.File when drawing.System.Length == 0:
                return Not(new FieldError("frame", $"{fileName} names no coordinate system. Choose site metres, an EPSG number, or fit it by two points."));
            default:
                var name = frame == ImportFrame.File ? drawing.System : CoordinateSystems.NameOf(choice.Epsg);
                var system = CoordinateSystems.ToSite(name, sheet.Job.Origin);
                return system.IsGood
                    ? Of($"{name} {sheet.Job.Origin}", system.Value.Value).In(system.Value)
                    : Not(system.Errors.Select(e => e with { Field = frame == ImportFrame.File ? "frame" : "epsg" }));
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

    private ImportView In(LaidSystem system)
    {
        System = system;
        return this;
    }

    private IEnumerable<FieldError> Doubts(LaidDrawing laid)
    {
        if (!(laid.NearestMetres <= FarMetres))
        {
            yield return new FieldError("frame", $"Laid like this, {FileName} is {(double.IsFinite(laid.NearestMetres) ? $"{laid.NearestMetres / 1000:0.#} km" : "nowhere near")} from the site. Choose another coordinate system, tie the site's origin, or fit it by two points.");
        }
        else if (laid.Parts.Count == 0)
        {
            yield return new FieldError("frame", $"Laid like this, nothing of {FileName} lies within {NearMetres:0} m of the site; the nearest is {laid.NearestMetres:0} m from its origin. Check how it lies, or take over what lies farther too.");
        }
    }
}
