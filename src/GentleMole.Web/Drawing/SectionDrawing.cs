using System.Globalization;
using GentleMole.Core;
using GentleMole.Core.Measures;
using GentleMole.Core.Records;
using GentleMole.Core.Site;
using GentleMole.Core.Trace;
using GentleMole.Exchange.Scenes;
using GentleMole.Store.Model;
using GentleMole.Web.Sheet;
using GentleMole.Web.Words;

namespace GentleMole.Web.Drawing;

/// <summary>
/// The ground in section along a cut: chainage to the right, depth downwards, both to scale, the depth drawn larger by a
/// stated factor. Pixels.
/// </summary>
internal sealed class SectionDrawing
{
    public const double Left = 58;
    public const double Right = 20;
    public const double Top = 30;
    public const double Bottom = 12;

    /// <summary>Dots that are drawn one by one however close they lie.</summary>
    private const int MostDots = 120;

    private List<(double Chainage, Estimate Depth, MarkPoint Point)>? _measured;
    private IReadOnlyList<(double Chainage, Estimate Depth)>? _profile;

    /// <param name="along">The line at hand to cut along; null cuts along the dig.</param>
    public SectionDrawing(JobSheet sheet, SheetLine? along, UnitSystem units, int width, int height)
    {
        (Sheet, Along, Units, Width, Height) = (sheet, along?.Traced.Run is null ? null : along, units, width, height);
        Cut = Along?.Traced.Run ?? sheet.Cut;
        if (Cut is null)
        {
            return;
        }

        Crossings = [.. sheet.Lines.Where(l => l != Along).SelectMany(l => Across(l, Cut))];
        ByRadar = [.. sheet.Job.Found.SelectMany(f => RadarCrossing.Of(f, Cut))];
        Bodies = [.. sheet.Job.Bodies.SelectMany(b => BodyCrossing.Of(b, Cut))];
        Banks = [.. sheet.Job.Records.Where(r => r.Ducts.Length > 0 && r.Points.Count >= 2).SelectMany(r => BanksOf(r, Cut))];
        (DigFrom, DigTo) = sheet.DigSpan(Cut);
        FromChainage = Math.Min(0, DigFrom ?? 0) - (0.02 * Cut.Length);
        ToChainage = Math.Max(Cut.Length, DigTo ?? 0) + (0.02 * Cut.Length);
        var deepest = Crossings.Select(c => c.Depth?.High95 ?? 0)
            .Concat(Along?.Traced.Points.Select(p => p.Depth?.High95 ?? 0) ?? [])
            .Concat(Crossings.Select(c => c.PlanCover ?? 0))
            .Concat(ByRadar.Select(r => r.Cover.High95))
            .Concat(Bodies.Select(b => b.Cover.High95 + (b.Body.HeightMetres ?? 0)))
            .Concat(Banks.Select(b => b.TopMetres + b.Bank.HeightMetres))
            .Append(DigFrom is null ? 0 : sheet.Job.DigDepthMetres ?? 0)
            .Append(0.9).Max();
        DepthStep = units == UnitSystem.Metres ? Ticks.Step(deepest / 5) : Ticks.Step(deepest / 5 / 0.3048) * 0.3048;
        Deepest = deepest * 1.16;
        var (across, down) = (1 / PixelsPerMetreAlong, 1 / PixelsPerMetreDown);
        Frame = new SceneFrame(FromChainage - (Left * across), -Top * down, across, down, width, height);
        var layers = new SectionLayers(this);
        var shapes = layers.All();
        var placer = new LabelPlacer(Frame);
        placer.Occupy(shapes);
        Scene = new Scene(Frame, Title, shapes, placer.Place(layers.Names())) { Custom = sheet.Custom };
    }

    public JobSheet Sheet { get; }

    public SheetLine? Along { get; }

    public UnitSystem Units { get; }

    public int Width { get; }

    public int Height { get; }

    public Run? Cut { get; }

    public IReadOnlyList<SectionCrossing> Crossings { get; } = [];

    /// <summary>Runs of radar responses that cross the cut: tops, not centres.</summary>
    public IReadOnlyList<RadarCrossing> ByRadar { get; } = [];

    /// <summary>Bodies that radar showed and somebody decided.</summary>
    public IReadOnlyList<BodyCrossing> Bodies { get; } = [];

    public IReadOnlyList<SectionBank> Banks { get; } = [];

    public double? DigFrom { get; }

    public double? DigTo { get; }

    public double FromChainage { get; }

    public double ToChainage { get; } = 1;

    public double Deepest { get; } = 1;

    public double DepthStep { get; } = 0.5;

    public SceneFrame Frame { get; } = new(0, 0, 1, 1, 1, 1);

    public Scene? Scene { get; }

    public IReadOnlyList<PlacedLabel> Labels => Scene?.Labels ?? [];

    /// <summary>How deep the dig goes, where it is said.</summary>
    public double? DigDepth => Sheet.Job.DigDepthMetres;

    public double PixelsPerMetreAlong => (Width - Left - Right) / (ToChainage - FromChainage);

    public double PixelsPerMetreDown => (Height - Top - Bottom) / Deepest;

    /// <summary>How much larger depth is drawn than length.</summary>
    public double Exaggeration => PixelsPerMetreDown / PixelsPerMetreAlong;

    public double ChainageStep => Units == UnitSystem.Metres
        ? Ticks.Step(70 / PixelsPerMetreAlong)
        : Ticks.Step(70 / PixelsPerMetreAlong / 0.3048) * 0.3048;

    public double X(double chainage) => Left + ((chainage - FromChainage) * PixelsPerMetreAlong);

    public double Y(double depth) => Top + (depth * PixelsPerMetreDown);

    /// <summary>Side of the square in which a duct bank is drawn beside its place.</summary>
    public const double BankPixels = 46;

    /// <summary>Left edge of a bank's own drawing: right of its place, or left of it where there is no room.</summary>
    public double BankLeft(SectionBank bank) =>
        Frame.X(bank.ChainageMetres) + 16 + BankPixels < Width - Right ? Frame.X(bank.ChainageMetres) + 16 : Frame.X(bank.ChainageMetres) - 16 - BankPixels;

    /// <summary>Name of the cut, as the title of the section says it.</summary>
    public string Title
    {
        get
        {
            if (Cut is null)
            {
                return "Section";
            }

            var way = $"{Compass(Cut.Points[0], Cut.Points[^1])} to {Compass(Cut.Points[^1], Cut.Points[0])}";
            var what = Along is { } line ? $"along the {LineWords.Kind(line.Line.Kind)} line" : Sheet.HasDig ? "along the dig" : "along the tape";
            var scale = string.Create(CultureInfo.InvariantCulture, $"Section {what}, {way}. Depth drawn ×{Exaggeration:0.#}");
            return Width < 560 ? scale : $"{scale}. Depths are to the centre.{(Along is null && Sheet.HasDig && Crossings.Count > 0 ? " Pale bands: no machine." : "")}";
        }
    }

    /// <summary>Dots of the line at hand with their depth: no more than its columns of pixels show, the shallowest and deepest of each among them.</summary>
    public IReadOnlyList<(double Chainage, Estimate Depth, MarkPoint Point)> Measured => _measured ??= Thinned([.. AllMeasured()]);

    /// <summary>
    /// Depth along the line with its band: as the fitted line has it, which leaves out what does not go with the rest and grows where nothing was
    /// read; of a line of very many dots, of few, or of one that a radar has a say in, from dot to dot.
    /// </summary>
    public IReadOnlyList<(double Chainage, Estimate Depth)> Profile => _profile ??= Along is { Together.HasRadar: false } line && Cut is { } cut && line.Traced.Points.Count is >= 3 and <= LineFollowed.MostAtOnce
        && LineFollowed.Of(Sheet, line).Fit is { } fit && fit.Places.Count(p => p.Depth is not null) > 1
        ? [.. fit.Places.Where(p => p.Depth is { HalfWidth: < WidestBandMetres }).Select(p => (cut.Project(p.Place).ChainageMetres, p.Depth!.Value)).OrderBy(p => p.ChainageMetres)]
        : [.. Measured.Select(m => (m.Chainage, m.Depth))];

    private const double WidestBandMetres = 0.8;

    /// <summary>Of these, those that are drawn as dots: not on top of each other, the doubtful before the sound.</summary>
    public IEnumerable<(double Chainage, Estimate Depth, MarkPoint Point)> MeasuredDots => Measured.Count <= MostDots
        ? Measured
        : Measured.GroupBy(m => (int)(X(m.Chainage) / 12)).Select(g => g.MaxBy(m => m.Point.Verdict));

    private static List<(double Chainage, Estimate Depth, MarkPoint Point)> Outermost(IEnumerable<(double Chainage, Estimate Depth, MarkPoint Point)> column)
    {
        var all = column.ToList();
        return [.. new[] { all[0], all.MinBy(m => m.Depth.Low95), all.MaxBy(m => m.Depth.High95), all.MaxBy(m => m.Point.Verdict) }.Distinct().OrderBy(m => m.Chainage)];
    }

    private List<(double Chainage, Estimate Depth, MarkPoint Point)> Thinned(List<(double Chainage, Estimate Depth, MarkPoint Point)> all) =>
        all.Count <= MostDots ? all : [.. all.GroupBy(m => (int)(X(m.Chainage) / 6)).SelectMany(Outermost)];

    private IEnumerable<(double Chainage, Estimate Depth, MarkPoint Point)> AllMeasured()
    {
        for (var i = 0; Along is not null && i < Along.Traced.Points.Count; i++)
        {
            if (Along.Traced.Points[i] is { Depth: { } depth } point)
            {
                yield return (Along.Traced.Run!.ChainageOf(i), depth, point);
            }
        }
    }

    private static string Compass(SitePoint from, SitePoint to)
    {
        var azimuth = (from - to).Azimuth;
        string[] names = ["N", "NE", "E", "SE", "S", "SW", "W", "NW"];
        return names[azimuth.Wind(8)];
    }

    private IEnumerable<SectionCrossing> Across(SheetLine line, Run cut)
    {
        // A line traced only part of the way may still cross where its owner's plan says so: better a question than a gap.
        var traced = line.Traced.Run is { } run ? cut.CrossingsWith(run) : [];
        var marked = traced.Count > 0;
        foreach (var crossing in marked ? traced : line.Expected is { } expected ? cut.CrossingsWith(expected) : [])
        {
            yield return new SectionCrossing(
                line,
                crossing.ChainageMetres,
                marked ? line.Traced.DepthAt(crossing.OtherChainageMetres) : null,
                line.ZoneHalfWidth(Sheet.Firm.ToleranceMetres),
                marked,
                marked ? null : CoverAt(line, cut, crossing.ChainageMetres));
        }
    }

    /// <summary>Cover by the record that crosses the cut at a place, if one does.</summary>
    private static double? CoverAt(SheetLine line, Run cut, double chainage) => line.Records
        .Where(r => r.CoverMetres is not null && cut.CrossingsWith(new Run(r.Points)).Any(c => Math.Abs(c.ChainageMetres - chainage) <= r.DoubtMetres + 0.5))
        .Select(r => r.CoverMetres)
        .FirstOrDefault();

    /// <summary>Drawn round the measured depth where there is one, else hanging from the cover that the plan gives.</summary>
    private IEnumerable<SectionBank> BanksOf(RecordLine record, Run cut)
    {
        if (DuctBank.Parse(record.Ducts, "") is not { IsGood: true, Value: var bank })
        {
            yield break;
        }

        foreach (var crossing in cut.CrossingsWith(new Run(record.Points)))
        {
            var measured = Crossings.FirstOrDefault(c => c.Line.Records.Contains(record) && c.Depth is not null);
            if (measured?.Depth is { } depth)
            {
                yield return new SectionBank(record, bank, measured.ChainageMetres, Math.Max(0, depth.Value - (bank.HeightMetres / 2)));
            }
            else if (record.CoverMetres is { } cover)
            {
                yield return new SectionBank(record, bank, crossing.ChainageMetres, cover);
            }
        }
    }
}
