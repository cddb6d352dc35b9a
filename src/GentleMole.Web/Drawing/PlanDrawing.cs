using System.Globalization;
using GentleMole.Core.Measures;
using GentleMole.Core.Site;
using GentleMole.Store.Model;
using GentleMole.Web.Sheet;
using GentleMole.Web.Words;

namespace GentleMole.Web.Drawing;

/// <summary>
/// The plan of a sheet: extent, grid and labels. The drawing is in site metres with north up, so that a place on it is a place
/// on the site; sizes that must not grow with the scale are drawn in pixels by the unit <see cref="MetresPerPixel"/>.
/// </summary>
internal sealed class PlanDrawing
{
    /// <summary>Records farther from the site than this do not widen the plan.</summary>
    private const double RecordMargin = 6;
    private const double BlockWidth = 256;
    private const double BlockHeight = 46;

    private readonly LabelPlacer _placer;
    private readonly List<PlacedLabel> _labels = [];

    /// <param name="fixedScale">Metres per pixel, for a print to scale; otherwise the sheet fills the drawing.</param>
    public PlanDrawing(
        JobSheet sheet, UnitSystem units, int width, int height, JudgedDot? selected, double? fixedScale = null, PlanExtras? extras = null)
    {
        Extras = extras ?? new PlanExtras();
        sheet = Extras.SiteOnly ? sheet.WithoutLines() : sheet;
        (Sheet, Units, Width, Height, Selected) = (sheet, units, width, height, selected);
        var points = Everything(sheet, Extras).ToList();
        var (minE, maxE) = points.Count == 0 ? (-5.0, 45.0) : (points.Min(p => p.East), points.Max(p => p.East));
        var (minN, maxN) = points.Count == 0 ? (-5.0, 25.0) : (points.Min(p => p.North), points.Max(p => p.North));
        var fitted = Math.Max(
            Math.Max(maxE - minE, 12) / Math.Max(80, width - 96),
            Math.Max(maxN - minN, 8) / Math.Max(60, height - 76));
        MetresPerPixel = fixedScale ?? fitted;
        West = ((minE + maxE) / 2) - (width * MetresPerPixel / 2);
        North = ((minN + maxN) / 2) + (height * MetresPerPixel / 2);
        Grid = Ticks.Step(64 * MetresPerPixel);
        Window = PlanWindow.Of(sheet, selected, West, North, width, height, MetresPerPixel);
        Records = [.. sheet.Job.Records.Where(r => r.Points.Count >= 2).Select(Trail).Where(t => t.Parts.Count > 0)];
        _placer = new LabelPlacer(width, height);
        Occupy();
        Label();
    }

    public JobSheet Sheet { get; }

    public UnitSystem Units { get; }

    public JudgedDot? Selected { get; }

    public PlanExtras Extras { get; }

    /// <summary>Lines and dots as the whole plan shows them.</summary>
    public PlanWindow Window { get; }

    /// <summary>Record lines, cut to the drawing and no finer than it shows.</summary>
    public IReadOnlyList<RecordTrail> Records { get; }

    public int Width { get; }

    public int Height { get; }

    public double MetresPerPixel { get; }

    /// <summary>East of the left edge and north of the upper edge.</summary>
    public double West { get; }

    public double North { get; }

    public double Grid { get; }

    /// <summary>Style class for where the title block stands.</summary>
    public string BlockPlace { get; private set; } = "at-bottom-right";

    public IReadOnlyList<PlacedLabel> Labels => _labels;

    public double SpanEast => Width * MetresPerPixel;

    public double SpanNorth => Height * MetresPerPixel;

    /// <summary>Length of the scale bar in metres: about a sixth of the width.</summary>
    public double ScaleBar => Ticks.Step(Width * MetresPerPixel / 9);

    public string ViewBox => string.Create(CultureInfo.InvariantCulture, $"{West:0.####} {-North:0.####} {SpanEast:0.####} {SpanNorth:0.####}");

    /// <summary>Points of an SVG polyline.</summary>
    public static string Path(IEnumerable<SitePoint> points) =>
        string.Join(' ', points.Select(p => string.Create(CultureInfo.InvariantCulture, $"{p.East:0.###},{-p.North:0.###}")));

    /// <summary>Transform to a place.</summary>
    public static string At(SitePoint p) => string.Create(CultureInfo.InvariantCulture, $"translate({p.East:0.###} {-p.North:0.###})");

    public static string N(double value) => value.ToString("0.###", CultureInfo.InvariantCulture);

    /// <summary>Pixels of a label back to site metres, for drawing it in the plan.</summary>
    public SitePoint FromPixels(double x, double y) => new(West + (x * MetresPerPixel), North - (y * MetresPerPixel));

    /// <summary>Letters along a run, one in every stretch of about 150 pixels.</summary>
    public IEnumerable<LineLetter> Letters(Run run, string letter)
    {
        // A very short line has no room for a letter; its name stands beside it.
        var every = 150 * MetresPerPixel;
        if (run.Length < every / 2)
        {
            yield break;
        }

        var count = Math.Max(1, (int)Math.Round(run.Length / every));
        for (var i = 0; i < count; i++)
        {
            var at = run.At(run.Length * (i + 0.5) / count);
            yield return new LineLetter(letter, at.East, at.North);
        }
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

    /// <summary>The parts of a line that lie in or near the drawing, simplified to what a pixel can show.</summary>
    public IReadOnlyList<IReadOnlyList<SitePoint>> InView(IReadOnlyList<SitePoint> points) => Window.InView(points);

    private RecordTrail Trail(RecordLine record) => new(record, InView(record.Points));

    private (double X, double Y) Pixels(SitePoint p) => ((p.East - West) / MetresPerPixel, (North - p.North) / MetresPerPixel);

    private void Occupy()
    {
        foreach (var (line, parts, _) in Window.Lines)
        {
            Trail(line.Line.ExpectedRun, 1);
            foreach (var part in parts)
            {
                Trail(part, 3);
            }

            foreach (var dot in Window.Dots[line.Line.Id])
            {
                var (x, y) = Pixels(dot.Reading.Place);
                _placer.Box(x - 9, y - 9, 18, 18);
            }

            if (line.BestRun is { } run)
            {
                foreach (var letter in Letters(run, ""))
                {
                    var (x, y) = Pixels(new SitePoint(letter.East, letter.North));
                    _placer.Box(x - 9, y - 9, 18, 18);
                }
            }
        }

        foreach (var part in Records.SelectMany(r => r.Parts))
        {
            Trail(part, 1);
        }

        foreach (var current in Extras.Signal?.Lines ?? [])
        {
            var (x, y) = Pixels(current.LetterPlace);
            _placer.Box(x - 9, y - 9, 84, 18);
        }

        foreach (var feature in Sheet.Job.Features)
        {
            Trail(feature.Shape == FeatureShape.Outline ? [.. feature.Points, feature.Points[0]] : feature.Points, 1);
        }

        foreach (var mark in Extras.Outline?.Marks ?? [])
        {
            var (x, y) = Pixels(mark.Place);
            _placer.Box(x - 8, y - 8, 16, 16);
        }

        Trail(Sheet.Job.Tape, 1);
        Trail(Sheet.HasDig ? [.. Sheet.Job.DigCorners, Sheet.Job.DigCorners[0]] : [], 2);
        foreach (var hookup in Sheet.Job.Hookups)
        {
            Trail(hookup.Stake is { } stake ? [hookup.Connection, stake] : [hookup.Connection, hookup.Connection], 3);
        }

        // Corners that belong to the north arrow, the scale bar and the tools; the title block takes the emptiest place left.
        _placer.Box(Width - 60, 0, 60, 90, 9);
        _placer.Box(0, Height - 60, 230, 60, 9);
        _placer.Box(0, 0, 170, 64, 9);
        _placer.Box(0, Height - 18, Width, 18, 5);
        _placer.Box(Width - 26, 0, 26, Height, 5);
        var places = new Dictionary<string, (double X, double Y)>
        {
            ["at-bottom-right"] = (Width - BlockWidth - 10, Height - BlockHeight - 24),
            ["at-top-right"] = (Width - BlockWidth - 64, 10),
            ["at-top-left"] = (176, 10),
            ["at-bottom-left"] = (236, Height - BlockHeight - 24),
        };
        (BlockPlace, var at) = places.MinBy(p => _placer.Crowd(p.Value.X, p.Value.Y, BlockWidth, BlockHeight));
        _placer.Box(at.X, at.Y, BlockWidth, BlockHeight, 9);
    }

    private void Trail(IReadOnlyList<SitePoint> points, byte weight)
    {
        for (var i = 1; i < points.Count; i++)
        {
            var (a, b) = (Pixels(points[i - 1]), Pixels(points[i]));
            _placer.Line(a.X, a.Y, b.X, b.Y, weight);
        }
    }

    private void Label()
    {
        // On a phone only what is in the ground and what is to be dug gets its name; the rest is told by its shape.
        var roomy = Width >= 560;
        foreach (var hookup in Sheet.Job.Hookups.Where(_ => roomy && Extras.Signal is null))
        {
            Put(hookup.ConnectedTo, "label-ink", hookup.Connection, 11);
            if (hookup.Stake is { } stake)
            {
                Put("stake", "label-soil", stake, 10);
            }
        }

        // Currents carry the letters of their lines; on a phone they need the room.
        foreach (var line in Sheet.Lines.Where(_ => roomy || Extras.Signal is null))
        {
            if (line.Dots.Count > 0 && line.Traced.Points.Count > 0)
            {
                Put($"{LineWords.Kind(line.Line.Kind)}, {line.Line.Owner}", "label-ink", line.Traced.Points[^1].Place, 12);
            }
            else if (roomy && line.BestRun is { } run)
            {
                Put($"{LineWords.Kind(line.Line.Kind)}, {line.Line.Owner}: plan only", "label-soil", Inside(run), 8);
            }
        }

        foreach (var mark in (Extras.SiteOnly ? Extras.Outline?.Marks : null) ?? [])
        {
            Put(mark.Number.ToString(CultureInfo.InvariantCulture), "label-ink", mark.Place, 8);
        }

        if (Sheet.HasDig)
        {
            var cut = Sheet.Cut!;
            Put($"proposed dig, {LengthText.FormatRun(cut.Length, Units)}", "label-ink", cut.At(cut.Length * 0.12), 12);
        }

        if (Sheet.Job.Tape.Count == 2 && roomy)
        {
            Put("tape 0", "label-soil", Sheet.Job.Tape[0], 8);
        }

        foreach (var feature in Sheet.Job.Features.Where(f => roomy && f.Name.Length > 0 && f.Points.Count > 0))
        {
            // A spot that something is connected to has its label already.
            if (!Sheet.Job.Hookups.Any(h => h.Connection.DistanceTo(feature.Points[0]) < 1))
            {
                Put(feature.Name, "label-soil", Middle(feature), feature.Shape == FeatureShape.Spot ? 12 : 0);
            }
        }
    }

    /// <summary>The last place of a run that lies in the drawing.</summary>
    private SitePoint Inside(Run run) => InView(run.Points) is [.., var part] && part.LastOrDefault(IsIn) is var at && IsIn(at) ? at : run.Points[^1];

    private bool IsIn(SitePoint p) => p.East > West && p.East < West + SpanEast && p.North < North && p.North > North - SpanNorth;

    private static SitePoint Middle(SiteFeature feature) => feature.Shape switch
    {
        FeatureShape.Outline => new SitePoint(feature.Points.Average(p => p.East), feature.Points.Average(p => p.North)),
        FeatureShape.Line when feature.Points.Count >= 2 => new Run(feature.Points).At(new Run(feature.Points).Length * 0.08),
        _ => feature.Points[0],
    };

    private void Put(string text, string style, SitePoint at, double gap)
    {
        if (text.Length == 0)
        {
            return;
        }

        var (x, y) = Pixels(at);
        _labels.Add(_placer.Place(text.Length > 46 ? text[..45] + "…" : text, style, x, y, gap));
    }
}
