using System.Globalization;
using GentleMole.Core.Measures;
using GentleMole.Core.Site;
using GentleMole.Exchange.Scenes;
using GentleMole.Store.Model;
using GentleMole.Web.Sheet;

namespace GentleMole.Web.Drawing;

/// <summary>
/// The plan of a sheet, or a part of it: frame, shapes and names. It is in site metres with north up, so that a place on it is
/// a place on the site.
/// </summary>
internal sealed class PlanDrawing
{
    /// <summary>Records farther from the site than this do not widen the plan.</summary>
    private const double RecordMargin = 6;
    private const double BlockWidth = 256;

    /// <summary>A narrower plan has no title block; the head of the page says the same.</summary>
    private const int BlockFrom = 560;

    /// <param name="fixedScale">Metres per pixel, for a print to scale; otherwise the sheet fills the drawing.</param>
    public PlanDrawing(
        JobSheet sheet, UnitSystem units, int width, int height, JudgedDot? selected, double? fixedScale = null, PlanExtras? extras = null)
        : this(sheet, units, Fitted(sheet, width, height, fixedScale, extras ?? new PlanExtras()), selected, extras)
    {
    }

    /// <param name="frame">Which part of the site, and how large.</param>
    public PlanDrawing(JobSheet sheet, UnitSystem units, SceneFrame frame, JudgedDot? selected, PlanExtras? extras = null)
    {
        Extras = extras ?? new PlanExtras();
        sheet = Extras.SiteOnly ? sheet.WithoutLines() : sheet;
        (Sheet, Units, Frame, Selected) = (sheet, units, frame, selected);
        Grid = Ticks.Step(64 * MetresPerPixel);
        Window = PlanWindow.Of(sheet, selected, West, North, Width, Height, MetresPerPixel);
        Records = [.. sheet.Job.Records.Where(r => r.Points.Count >= 2).Select(r => new RecordTrail(r, Window.InView(r.Points))).Where(t => t.Parts.Count > 0)];
        var layers = new PlanLayers(sheet, frame, Window, Records, Extras, Grid).All();
        var placer = new LabelPlacer(frame);
        placer.Occupy(layers);
        Furnish(placer);
        Scene = new Scene(frame, "Plan of " + sheet.Job.Name, layers, placer.Place(new PlanNames(sheet, units, frame, Window, Extras).All())) { Custom = sheet.Custom };
    }

    public JobSheet Sheet { get; }

    public UnitSystem Units { get; }

    public JudgedDot? Selected { get; }

    public PlanExtras Extras { get; }

    public SceneFrame Frame { get; }

    public Scene Scene { get; }

    /// <summary>Lines and dots as this part shows them.</summary>
    public PlanWindow Window { get; }

    /// <summary>Record lines, cut to the drawing and no finer than it shows.</summary>
    public IReadOnlyList<RecordTrail> Records { get; }

    public int Width => Frame.Width;

    public int Height => Frame.Height;

    public double MetresPerPixel => Frame.UnitsAcross;

    /// <summary>East of the left edge and north of the upper edge.</summary>
    public double West => Frame.Left;

    public double North => Frame.Top;

    public double Grid { get; }

    /// <summary>Style class for where the title block stands.</summary>
    public string BlockPlace { get; private set; } = "at-bottom-right";

    public IReadOnlyList<PlacedLabel> Labels => Scene.Labels;

    public double SpanEast => Width * MetresPerPixel;

    public double SpanNorth => Height * MetresPerPixel;

    /// <summary>Length of the scale bar in metres: about a sixth of the width.</summary>
    public double ScaleBar => Ticks.Step(Width * MetresPerPixel / 9);

    public string ViewBox => string.Create(CultureInfo.InvariantCulture, $"{West:0.####} {-North:0.####} {SpanEast:0.####} {SpanNorth:0.####}");

    public string Svg => new SvgScene(Scene, SvgMode.Units).Inner();

    public static string N(double value) => value.ToString("0.###", CultureInfo.InvariantCulture);

    private static SceneFrame Fitted(JobSheet sheet, int width, int height, double? fixedScale, PlanExtras extras)
    {
        var isFocused = extras.Focus is { Count: > 0 };
        var points = isFocused ? [.. extras.Focus!] : Everything(extras.SiteOnly ? sheet.WithoutLines() : sheet, extras).ToList();
        var (minE, maxE) = points.Count == 0 ? (-5.0, 45.0) : (points.Min(p => p.East), points.Max(p => p.East));
        var (minN, maxN) = points.Count == 0 ? (-5.0, 25.0) : (points.Min(p => p.North), points.Max(p => p.North));
        var fitted = Math.Max(
            Math.Max(maxE - minE, isFocused ? 4 : 12) / Math.Max(80, width - (isFocused ? 190 : 96)),
            Math.Max(maxN - minN, isFocused ? 3 : 8) / Math.Max(60, height - 76));
        var scale = fixedScale ?? fitted;
        return SceneFrame.Plan(((minE + maxE) / 2) - (width * scale / 2), ((minN + maxN) / 2) + (height * scale / 2), scale, width, height);
    }

    /// <summary>
    /// What the plan must hold. Owners' drawings reach far beyond a site: of theirs only what lies near it counts, unless
    /// there is nothing else.
    /// </summary>
    private static IEnumerable<SitePoint> Everything(JobSheet sheet, PlanExtras extras)
    {
        var own = sheet.Job.DigCorners
            .Concat(sheet.Job.Tape)
            .Concat(sheet.Job.Features.SelectMany(f => f.Points))
            .Concat(sheet.Lines.SelectMany(l => l.Line.ExpectedRun))
            .Concat(sheet.Lines.SelectMany(l => l.Own?.Corners ?? []))
            .Concat(sheet.Job.Hookups.Select(h => h.Connection))
            .Concat(sheet.Job.Hookups.Where(h => h.Stake is not null).Select(h => h.Stake!.Value))
            .Concat(sheet.Loose.Samples.Select(s => new SitePoint(s.EastMetres, s.NorthMetres)))
            .Concat(sheet.Job.LineModels.SelectMany(m => m.Points))
            .Concat(sheet.Job.Sweeps.SelectMany(s => s.Passes).SelectMany(p => new[] { p.Pass.From, p.Pass.To }))
            .Concat(extras.Radar?.Lines.SelectMany(l => new[] { l.From, l.To }) ?? [])
            .Concat(extras.Signal?.Try is { } hookup ? new[] { hookup.At, hookup.Stake ?? hookup.At } : [])
            .ToList();
        var drawn = sheet.Job.Records.SelectMany(r => r.Points).Concat(extras.Preview?.SelectMany(p => p.Points) ?? []);
        if (own.Count == 0)
        {
            return drawn;
        }

        var (west, east) = (own.Min(p => p.East) - RecordMargin, own.Max(p => p.East) + RecordMargin);
        var (south, north) = (own.Min(p => p.North) - RecordMargin, own.Max(p => p.North) + RecordMargin);
        return own.Concat(drawn.Where(p => p.East >= west && p.East <= east && p.North >= south && p.North <= north));
    }

    /// <summary>What is said of a provisional origin takes a line more.</summary>
    private double BlockHigh => Sheet.Job.OriginProvisional ? 62 : 46;

    /// <summary>Corners belong to the north arrow, the scale bar and the tools; the title block takes the emptiest place left.</summary>
    private void Furnish(LabelPlacer placer)
    {
        placer.Occupy(Width - 60, 0, 60, 90);
        placer.Occupy(0, Height - 60, 230, 60);
        placer.Occupy(0, 0, 170, 64);
        if (Extras.Signal?.Try.Stake is { } stake)
        {
            // The handle that moves the stake.
            var (x, y) = Frame.Pixels(ScenePoint.Of(stake));
            placer.Occupy(x - 23, y - 23, 46, 46);
        }

        if (Width < BlockFrom)
        {
            return;
        }

        var places = new Dictionary<string, (double X, double Y)>
        {
            ["at-bottom-right"] = (Width - BlockWidth - 10, Height - BlockHigh - 24),
            ["at-top-right"] = (Width - BlockWidth - 64, 10),
            ["at-top-left"] = (176, 10),
            ["at-bottom-left"] = (236, Height - BlockHigh - 24),
        };
        (BlockPlace, var at) = places.MinBy(p => placer.Crowd(p.Value.X, p.Value.Y, BlockWidth, BlockHigh));
        placer.Occupy(at.X, at.Y, BlockWidth, BlockHigh);
    }
}
