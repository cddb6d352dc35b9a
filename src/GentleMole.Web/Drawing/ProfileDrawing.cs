using GentleMole.Core.Fields;
using GentleMole.Exchange.Scenes;

namespace GentleMole.Web.Drawing;

/// <summary>
/// A picture of the field across given lines: responses as curves, and the ground below with the lines in it. Pixels.
/// </summary>
internal sealed class ProfileDrawing
{
    public const int Width = 680;
    public const int Height = 470;
    public const double Left = 54;
    public const double Right = 18;
    public const double Top = 20;
    public const double Ground = 290;
    public const double Bottom = 20;

    private ProfileDrawing(double low, double high, double strongest, double deepest)
    {
        (Low, High, Strongest) = (low, high, strongest);
        Deepest = Math.Max(deepest * 1.25, 0.5);
    }

    public double Low { get; }

    public double High { get; }

    public double Strongest { get; }

    public double Deepest { get; }

    public IReadOnlyList<ScenePath> Curves { get; private set; } = [];

    public Scene Scene { get; private set; } = null!;

    public double OffsetStep => Ticks.Step((High - Low) / 9);

    public double DepthStep => Ticks.Step(Deepest / 4);

    /// <summary>The field across given lines, nanotesla.</summary>
    /// <param name="says">The current of a line in words.</param>
    public static ProfileDrawing OfField(ParallelLines lines, double from, double to, double height, PeakAndNull places, Func<StraightConductor, string> says)
    {
        CrossField At(double y)
        {
            var field = lines.At(y, new(height));
            return new CrossField(field.HorizontalTesla * 1e9, field.VerticalTesla * 1e9);
        }

        var (low, high) = Span(from, to);
        var strongest = Enumerable.Range(0, 201).Select(i => At(low + ((high - low) * i / 200)))
            .Max(f => Math.Max(Math.Abs(f.HorizontalTesla), Math.Abs(f.VerticalTesla)));
        var drawing = new ProfileDrawing(low, high, Math.Max(strongest * 1.12, 1e-12), lines.Conductors.Max(c => c.Depth.Metres));
        drawing.Curves = drawing.Trace(At);
        drawing.Scene = drawing.Draw("Peak and null response across the lines", drawing.Field(lines, places, says));
        return drawing;
    }

    public double X(double offset) => Left + ((offset - Low) / (High - Low) * (Width - Left - Right));

    public double Y(double response) => Ground - (Math.Clamp(response / Strongest, 0, 1.2) * (Ground - Top));

    public double YDepth(double depth) => Ground + (depth / Deepest * (Height - Ground - Bottom));

    private static (double Low, double High) Span(double from, double to)
    {
        var pad = Math.Max((to - from) * 0.06, 0.1);
        return (from - pad, to + pad);
    }

    private List<ScenePath> Trace(Func<double, CrossField> at)
    {
        ScenePath Path(Look look, Func<CrossField, double> part) => new(look, [.. Enumerable.Range(0, 241).Select(i =>
        {
            var y = Low + ((High - Low) * i / 240);
            return new ScenePoint(X(y), Y(Math.Abs(part(at(y)))));
        })]);
        return [Path(Looks.Peak, f => f.HorizontalTesla), Path(Looks.Null, f => f.VerticalTesla)];
    }

    private Scene Draw(string name, IEnumerable<SceneShape> shapes) =>
        new(SceneFrame.Chart(Width, Height), name, [new("frame", [.. Frame()], IsDumb: true), new("profile", [.. shapes])], []);

    private IEnumerable<SceneShape> Frame()
    {
        yield return ScenePath.Box(Looks.Filled(Tint.Ground1), 0, Ground, Width, Height);
        foreach (var offset in Ticks.Between(Low, High, OffsetStep))
        {
            yield return new ScenePath(Looks.DepthLine, [new(X(offset), Top + 8), new(X(offset), Ground)]);
            yield return new SceneText(Looks.Grid, new(X(offset), Height - 5), PlanDrawing.N(offset) + " m", 0, 0, 0);
        }

        foreach (var depth in Ticks.Between(DepthStep, Deepest, DepthStep))
        {
            yield return new ScenePath(Looks.DepthLine, [new(Left, YDepth(depth)), new(Width - Right, YDepth(depth))]);
            yield return new SceneText(Looks.Grid, new(Left - 6, YDepth(depth)), PlanDrawing.N(depth) + " m", 0, 4, 1);
        }

        yield return new ScenePath(Looks.GroundLine, [new(0, Ground), new(Width, Ground)]);
    }

    private IEnumerable<SceneShape> Field(ParallelLines lines, PeakAndNull places, Func<StraightConductor, string> says)
    {
        foreach (var curve in Curves)
        {
            yield return curve;
        }

        foreach (var line in lines.Conductors)
        {
            ScenePoint at = new(X(line.OffsetMetres), YDepth(line.Depth.Metres));
            yield return new SceneMark(line.CurrentAmperes < 0 ? Symbols.ConductorBack : Symbols.Conductor, at);
            yield return new SceneText(Looks.Name, at, says(line), 14, 5);
        }

        foreach (var (place, look) in new[] { (places.PeakOffsetMetres, Looks.Upright), (places.NullOffsetMetres, Looks.UprightOfNull) })
        {
            if (place is { } found)
            {
                yield return new ScenePath(look, [new(X(found), Ground), new(X(found), Top + 8)]);
            }
        }

        yield return new ScenePath(Looks.Peak, [new(60, 14), new(86, 14)]);
        yield return new SceneText(Looks.Name, new(92, 18), "peak response");
        yield return new ScenePath(Looks.Null, [new(200, 14), new(226, 14)]);
        yield return new SceneText(Looks.Name, new(232, 18), "null response");
        yield return new SceneText(Looks.Name, new(340, 18), "uprights: where each is found");
    }
}
