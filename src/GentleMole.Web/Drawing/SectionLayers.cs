using GentleMole.Core;
using GentleMole.Core.Lines;
using GentleMole.Core.Measures;
using GentleMole.Exchange.Scenes;
using GentleMole.Web.Words;

namespace GentleMole.Web.Drawing;

/// <summary>The shapes of a section, layer on layer, and what in it wants its name.</summary>
internal sealed class SectionLayers(SectionDrawing section)
{
    private readonly SceneFrame _frame = section.Frame;

    private ScenePoint LowerRight => new(_frame.Right, _frame.Bottom);

    public IReadOnlyList<SceneLayer> All() =>
    [
        new("ground", [.. Ground()], IsDumb: true),
        new("scales", [.. Scales()], IsDumb: true),
        new("dig", [.. Dig()]),
        new("crossings", [.. Crossings()]),
        new("bodies", [.. section.Bodies.SelectMany(Body)]),
        new("by-radar", [.. ByRadar()]),
        new("banks", [.. section.Banks.SelectMany(Bank)]),
        new("along", [.. Along()]),
        new("surface", [new ScenePath(Looks.GroundLine, [new(_frame.Left, 0), new(_frame.Right, 0)])]),
    ];

    public IEnumerable<SceneLabel> Names()
    {
        foreach (var crossing in section.Crossings)
        {
            var depth = crossing.Depth is { } d
                ? $" {LengthText.Format(d.Value, section.Units)} ±{LengthText.Format(d.HalfWidth, section.Units)}"
                : crossing.Marked ? ": no depth read"
                : crossing.PlanCover is { } cover ? $": plan only, cover {LengthText.Format(cover, section.Units)}" : ": plan only";
            yield return new SceneLabel(LineWords.Kind(crossing.Line.Line.Kind) + depth, Looks.BelowGround, [Place(crossing)], 90, 11)
            {
                // The shorter name is better than none.
                Shorter = $"{Utilities.Letter(crossing.Line.Line.Kind)}{depth}",
            };
        }

        foreach (var body in section.Bodies)
        {
            yield return new SceneLabel(
                $"{body.Body.Number} {BodyWords.Short(body.Body.Becomes)}, {(body.Body.IsTopSeen ? "top" : "layer broken at")} {LengthText.Format(body.Cover.Value, section.Units)} ±{LengthText.Format(body.Cover.HalfWidth, section.Units)}",
                Looks.BelowGround, [new((body.From + body.To) / 2, body.Cover.Value)], 68, 9) { Shorter = $"{body.Body.Number} {BodyWords.Short(body.Body.Becomes)}" };
        }

        foreach (var radar in section.ByRadar)
        {
            yield return new SceneLabel(
                $"radar, top {LengthText.Format(radar.Cover.Value, section.Units)} ±{LengthText.Format(radar.Cover.HalfWidth, section.Units)}", Looks.BelowGround, [new(radar.ChainageMetres, radar.Cover.Value)], 65, 9);
        }

        // Figures only as close as they can be read; the doubtful first.
        var last = double.NegativeInfinity;
        foreach (var (chainage, depth, point) in section.Measured)
        {
            var x = _frame.X(chainage);
            if (x - last >= 52)
            {
                last = x;
                var isSound = point.Verdict == Verdict.Sound;
                yield return new SceneLabel(
                    LengthText.Format(depth.Value, section.Units), isSound ? Looks.BelowGround : Looks.BelowGroundDoubt, [new(chainage, depth.Value)], isSound ? 60 : 70, 8);
            }
        }

        if (section is { DigFrom: { } a, DigTo: { } b, DigDepth: { } bottom })
        {
            // Along its bottom, over or under it.
            yield return new SceneLabel(
                $"dig to {LengthText.Format(bottom, section.Units)}", Looks.BelowGroundSoil, [.. Enumerable.Range(0, 11).Select(i => new ScenePoint(a + ((b - a) * (i + 0.5) / 11), bottom))], 80, 4);
        }
    }

    private ScenePoint Place(SectionCrossing crossing) =>
        new(crossing.ChainageMetres, crossing.Depth?.Value ?? crossing.PlanCover ?? (section.Deepest * 0.07));

    private ScenePath Band(Tint tint, double fromDepth, double toDepth) =>
        ScenePath.Box(Looks.Filled(tint), _frame.Left, fromDepth, _frame.Right, toDepth) with { IsSolid = false };

    private IEnumerable<SceneShape> Ground()
    {
        yield return Band(Tint.Paper, _frame.Top, 0);
        yield return Band(Tint.Ground1, 0, section.Deepest * 0.3);
        yield return Band(Tint.Ground2, section.Deepest * 0.3, section.Deepest * 0.66);
        yield return Band(Tint.Ground3, section.Deepest * 0.66, LowerRight.Y);
    }

    private IEnumerable<SceneShape> Scales()
    {
        var (left, right) = (_frame.At(SectionDrawing.Left, 0).X, _frame.At(section.Width - SectionDrawing.Right, 0).X);
        foreach (var depth in Ticks.Between(section.DepthStep, section.Deepest, section.DepthStep))
        {
            yield return new ScenePath(Looks.DepthLine, [new(left, depth), new(right, depth)]) { IsSolid = false };
        }

        foreach (var depth in Ticks.Between(section.DepthStep, section.Deepest, section.DepthStep))
        {
            yield return new SceneText(Looks.Grid, new(left, depth), LengthText.Format(depth, section.Units), -6, 4, 1);
        }

        foreach (var chainage in Ticks.Between(section.FromChainage, section.ToChainage, section.ChainageStep))
        {
            yield return new ScenePath(Looks.Axis, [new(chainage, 0), new(chainage, _frame.At(0, SectionDrawing.Top - 6).Y)]);
            yield return new SceneText(
                Looks.Grid, new(chainage, 0), section.Units == UnitSystem.Metres ? PlanDrawing.N(chainage) : PlanDrawing.N(Math.Round(chainage / 0.3048, 6)) + "'", 0, -9, 0);
        }

        yield return new SceneText(Looks.Title, _frame.At(SectionDrawing.Left, section.Height - 8), section.Title);
    }

    private IEnumerable<SceneShape> Dig()
    {
        if (section is { DigFrom: { } from, DigTo: { } to, DigDepth: { } deep })
        {
            var bottom = Math.Min(deep, section.Deepest * 1.05);
            yield return ScenePath.Box(Looks.SectionDig, from, 0, to, bottom);
        }
    }

    private IEnumerable<SceneShape> Crossings()
    {
        foreach (var crossing in section.Crossings)
        {
            var (at, half, paint) = (crossing.ChainageMetres, crossing.ZoneHalfWidth, crossing.Line.Line.Kind);
            yield return new ScenePath(Looks.SectionZone, [new(at - half, 0), new(at + half, 0), new(at + half, LowerRight.Y), new(at - half, LowerRight.Y)], IsArea: true)
            {
                Paint = paint, IsSolid = false,
            };
            if (crossing.Depth is { } d)
            {
                foreach (var whisker in Whisker(at, d, ends: true))
                {
                    yield return whisker with { Paint = paint };
                }
            }
            else
            {
                yield return new ScenePath(Looks.Unknown, [new(at, 0), new(at, _frame.At(0, section.Height - SectionDrawing.Bottom).Y)]) { Paint = paint };
            }
        }

        foreach (var crossing in section.Crossings)
        {
            var isMeasured = crossing.Depth is not null;
            yield return new SceneMark(isMeasured ? Symbols.Crossing : Symbols.CrossingByPlan, Place(crossing))
            {
                Paint = crossing.Line.Line.Kind, Letter = Utilities.Letter(crossing.Line.Line.Kind), LetterLook = isMeasured ? Looks.LetterOnPaint : Looks.Letter,
            };
        }
    }

    /// <summary>A body: its top as far as the cut goes over it, its room where a bottom tells it; where only layers are broken, its sides from the surface down.</summary>
    private IEnumerable<SceneShape> Body(BodyCrossing body)
    {
        var (top, isKnown) = (body.Cover.Value, !body.Body.IsUnsettled);
        var title = $"by radar, body {body.Body.Number}: {BodyWords.Short(body.Body.Becomes)}";
        if (body.Body.HeightMetres is { } high)
        {
            yield return ScenePath.Box(Looks.Body(true, isKnown), body.From, top, body.To, top + high) with { Title = title };
        }
        else if (body.Body.IsTopSeen)
        {
            var down = OpenPixels * _frame.UnitsDown;
            yield return new ScenePath(Looks.Body(false, isKnown), [new(body.From, top + down), new(body.From, top), new(body.To, top), new(body.To, top + down)]) { Title = title };
        }
        else
        {
            yield return new ScenePath(Looks.Body(false, isKnown), [new(body.From, 0), new(body.From, top), new(body.To, top), new(body.To, 0)]) { Title = title };
        }

        foreach (var whisker in Whisker((body.From + body.To) / 2, body.Cover, ends: true))
        {
            yield return whisker;
        }
    }

    /// <summary>Sides of a body whose bottom nobody knows.</summary>
    private const double OpenPixels = 14;

    /// <summary>What a radar saw: the top of something, with its doubt.</summary>
    private IEnumerable<SceneShape> ByRadar()
    {
        foreach (var radar in section.ByRadar)
        {
            foreach (var whisker in Whisker(radar.ChainageMetres, radar.Cover, ends: true))
            {
                yield return whisker;
            }

            yield return new SceneMark(Symbols.Response, new(radar.ChainageMetres, radar.Cover.Value)) { Title = "by radar: its top" };
        }
    }

    private IEnumerable<ScenePath> Whisker(double chainage, Estimate depth, bool ends)
    {
        yield return new ScenePath(Looks.Whisker, [new(chainage, depth.Low95), new(chainage, depth.High95)]);
        var half = 5 * _frame.UnitsAcross;
        foreach (var end in ends ? new[] { depth.Low95, depth.High95 } : [])
        {
            yield return new ScenePath(Looks.Whisker, [new(chainage - half, end), new(chainage + half, end)]);
        }
    }

    private IEnumerable<SceneShape> Bank(SectionBank bank)
    {
        var paint = bank.Record.Kind;
        var half = Math.Max(2 * _frame.UnitsAcross, bank.Bank.WidthMetres / 2);
        var (at, top, bottom) = (bank.ChainageMetres, bank.TopMetres, bank.TopMetres + bank.Bank.HeightMetres);
        var says = $"Ducts {bank.Record.Ducts} by the plan of {bank.Record.Owner}: {bank.Bank.Count} ducts, {LengthText.Format(bank.Bank.WidthMetres, section.Units)} wide, {LengthText.Format(bank.Bank.HeightMetres, section.Units)} high";
        yield return new ScenePath(Looks.Envelope, [new(at - half, top), new(at + half, top), new(at + half, bottom), new(at - half, bottom)], IsArea: true) { Paint = paint, Title = says };

        // Beside its place the ducts alike in both directions, as deep as they are drawn.
        var size = SectionDrawing.BankPixels / Math.Max(bank.Bank.WidthMetres, bank.Bank.HeightMetres);
        var (left, upper) = (section.BankLeft(bank), _frame.Y(top));
        ScenePoint At(double right, double down) => _frame.At(left + right, upper + down);
        var (w, h) = ((bank.Bank.WidthMetres * size) + 3, (bank.Bank.HeightMetres * size) + 3);
        yield return new ScenePath(Looks.DuctFrame, [At(-3, -3), At(w, -3), At(w, h), At(-3, h)], IsArea: true) { Paint = paint, Title = says };
        foreach (var duct in bank.Bank.Ducts)
        {
            yield return new SceneRound(Looks.Duct, At(duct.RightMetres * size, duct.DownMetres * size), duct.RadiusMetres * size * _frame.UnitsAcross) { Paint = paint };
        }
    }

    private IEnumerable<SceneShape> Along()
    {
        if (section.Along is not { } line)
        {
            yield break;
        }

        var (paint, points) = (line.Line.Kind, section.Profile);
        yield return new ScenePath(
            Looks.SectionBand, [.. points.Select(p => new ScenePoint(p.Chainage, p.Depth.Low95)), .. points.Reverse().Select(p => new ScenePoint(p.Chainage, p.Depth.High95))], IsArea: true)
        {
            Paint = paint, IsSolid = false,
        };
        ScenePoint[] profile = [.. points.Select(p => new ScenePoint(p.Chainage, p.Depth.Value))];
        yield return new ScenePath(Looks.SectionCase, profile) { Paint = paint };
        yield return new ScenePath(Looks.SectionLine, profile) { Paint = paint };
        foreach (var (chainage, depth, _) in section.MeasuredDots)
        {
            foreach (var whisker in Whisker(chainage, depth, ends: false))
            {
                yield return whisker with { Paint = paint };
            }
        }

        foreach (var (chainage, depth, _) in section.MeasuredDots)
        {
            yield return new SceneMark(Symbols.MeasuredDot, new(chainage, depth.Value)) { Paint = paint };
        }
    }
}
