using GentleMole.Core.Hookup;
using GentleMole.Core.Lines;
using GentleMole.Core.Measures;
using GentleMole.Exchange.Scenes;
using GentleMole.Web.Drawing;
using GentleMole.Web.Words;

namespace GentleMole.Web.Stages;

/// <summary>Field above the ground along a cut, with the lines below it to scale in depth.</summary>
internal sealed class FieldChart : SignalChart
{
    private readonly double _deepest;

    public FieldChart(FieldSection section, SupposedGround ground, int width, int height, UnitSystem units)
        : base(width, height, units)
    {
        Section = section;
        (LowX, HighX) = (0, section.AlongMetres[^1]);
        GroundY = Top + ((height - Top - Bottom) * 0.56);
        MostNanotesla = Math.Max(section.PeakNanotesla.Max(), 1e-12);
        _deepest = Math.Max(1, section.Lines.Select(l => l.Depth.Metres).DefaultIfEmpty(1).Max() * 1.25);
        Lines = [.. section.Lines.Select(l => (ground.Line(l.Line)!, l))];
        StrongestAt = section.AlongMetres[section.PeakNanotesla.ToList().IndexOf(section.PeakNanotesla.Max())];
        Scene = Draw(
            "Field above the ground along the cut",
            [new("ground", [.. Ground()], IsDumb: true), new("below", [.. Below()]), new("field", [.. Field()])],
            Lines.Select(l => new SceneLabel(
                Name(l.Line, l.Cut), Looks.BelowGround, [new(X(l.Cut.AlongMetres), DepthY(l.Cut.Depth.Metres))], (int)Math.Min(90, Math.Abs(l.Cut.Milliamps)), Radius(l.Cut) + 3)));
    }

    public FieldSection Section { get; }

    public double StrongestAt { get; }

    public double MostNanotesla { get; }

    public IReadOnlyList<(SupposedLine Line, CutLine Cut)> Lines { get; }

    public double GroundY { get; }

    public double FieldY(double nanotesla) => GroundY - (nanotesla / MostNanotesla * (GroundY - Top - 6));

    public double DepthY(double metres) => GroundY + (metres / _deepest * (Height - 6 - GroundY));

    /// <summary>Radius that shows how much current a line carries beside the others.</summary>
    public double Radius(CutLine line) => 6 + (8 * Math.Sqrt(Math.Abs(line.Milliamps) / Math.Max(1e-9, Section.Lines.Max(l => Math.Abs(l.Milliamps)))));

    private static string Name(SupposedLine line, CutLine cut) =>
        $"{Utilities.Letter(line.Kind)} {FigureWords.Milliamps(Math.Abs(cut.Milliamps))}{(cut.Milliamps < 0 ? ", back" : "")}";

    private IEnumerable<SceneShape> Ground()
    {
        yield return Rectangle(Looks.Filled(Tint.Paper), 0, 0, Width, GroundY);
        yield return Rectangle(Looks.Filled(Tint.Ground2), 0, GroundY, Width, Height);
        foreach (var x in Ticks.Between(LowX, HighX, StepX).Select(X))
        {
            yield return Upright(Looks.GridLine, x, Top, GroundY) with { IsSolid = false };
        }

        yield return new ScenePath(Looks.GroundLine, [new(0, GroundY), new(Width, GroundY)]);
        foreach (var x in Ticks.Between(LowX, HighX, StepX))
        {
            yield return new SceneText(Looks.Grid, new(X(x), GroundY), TickX(x), 0, 14, 0);
        }

        var most = Width > 700 ? $" Most {FigureWords.Figure(MostNanotesla)} nT at {TickX(StrongestAt)}{(Units == UnitSystem.Metres ? " m" : "")} along the cut." : "";
        yield return new SceneText(Looks.ChartTitle, new(12, 20), "Heavy: peak, broken: null." + most);
    }

    private IEnumerable<SceneShape> Below()
    {
        foreach (var (line, cut) in Lines)
        {
            var (x, y) = (X(cut.AlongMetres), DepthY(cut.Depth.Metres));
            yield return Upright(Looks.Drop, x, Top, y) with { Paint = line.Kind };
            yield return new SceneMark(new SceneSymbol("current-" + N(Radius(cut)).Replace('.', '-'), SymbolPart.Disc(Looks.Painted, Radius(cut))), new(x, y))
            {
                Paint = line.Kind, Letter = cut.Milliamps < 0 ? "×" : "•", LetterLook = Looks.LetterOnPaint,
            };
        }
    }

    private IEnumerable<SceneShape> Field()
    {
        yield return new ScenePath(Looks.Null, [.. Section.AlongMetres.Zip(Section.NullNanotesla, (x, b) => new ScenePoint(X(x), FieldY(Math.Min(b, MostNanotesla))))]);
        yield return new ScenePath(Looks.Peak, [.. Section.AlongMetres.Zip(Section.PeakNanotesla, (x, b) => new ScenePoint(X(x), FieldY(b)))]);
    }
}
