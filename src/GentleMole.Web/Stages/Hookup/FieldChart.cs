using System.Globalization;
using GentleMole.Core.Hookup;
using GentleMole.Core.Lines;
using GentleMole.Core.Measures;
using GentleMole.Web.Drawing;

namespace GentleMole.Web.Stages;

/// <summary>Field above the ground along a cut, with the lines below it to scale in depth.</summary>
internal sealed class FieldChart : SignalChart
{
    private readonly double _ground;
    private readonly double _most;
    private readonly double _deepest;

    public FieldChart(FieldSection section, SupposedGround ground, int width, int height, UnitSystem units)
        : base(width, height, units)
    {
        Section = section;
        (LowX, HighX) = (0, section.AlongMetres[^1]);
        _ground = Top + ((height - Top - Bottom) * 0.56);
        _most = Math.Max(section.PeakNanotesla.Max(), 1e-12);
        _deepest = Math.Max(1, section.Lines.Select(l => l.DepthMetres).DefaultIfEmpty(1).Max() * 1.25);
        Peak = Path(section.AlongMetres.Zip(section.PeakNanotesla, (x, b) => (X(x), FieldY(b))));
        Null = Path(section.AlongMetres.Zip(section.NullNanotesla, (x, b) => (X(x), FieldY(Math.Min(b, _most)))));
        Lines = [.. section.Lines.Select(l => (ground.Line(l.Line)!, l))];
        var placer = new LabelPlacer(width, height);
        foreach (var (_, cut) in Lines)
        {
            placer.Box(X(cut.AlongMetres) - Radius(cut), DepthY(cut.DepthMetres) - Radius(cut), 2 * Radius(cut), 2 * Radius(cut));
        }

        placer.Box(0, 0, width, _ground + 18);
        Labels = [.. Lines.Select(l => placer.Place(Name(l.Line, l.Cut), "label-ink", X(l.Cut.AlongMetres), DepthY(l.Cut.DepthMetres), Radius(l.Cut) + 3))];
        StrongestAt = section.AlongMetres[section.PeakNanotesla.ToList().IndexOf(section.PeakNanotesla.Max())];
    }

    public FieldSection Section { get; }

    public string Peak { get; }

    public string Null { get; }

    public double StrongestAt { get; }

    public double MostNanotesla => _most;

    public IReadOnlyList<(SupposedLine Line, CutLine Cut)> Lines { get; }

    public IReadOnlyList<PlacedLabel> Labels { get; }

    public double GroundY => _ground;

    public double FieldY(double nanotesla) => _ground - (nanotesla / _most * (_ground - Top - 6));

    public double DepthY(double metres) => _ground + (metres / _deepest * (Height - 6 - _ground));

    private static string Name(SupposedLine line, CutLine cut) =>
        $"{Utilities.Letter(line.Kind)} {HookupWords.Milliamps(Math.Abs(cut.Milliamps))}{(cut.Milliamps < 0 ? ", back" : "")}";

    /// <summary>Radius that shows how much current a line carries beside the others.</summary>
    public double Radius(CutLine line) => 6 + (8 * Math.Sqrt(Math.Abs(line.Milliamps) / Math.Max(1e-9, Section.Lines.Max(l => Math.Abs(l.Milliamps)))));
}
