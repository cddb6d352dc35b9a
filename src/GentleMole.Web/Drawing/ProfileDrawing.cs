using System.Globalization;
using GentleMole.Core.Fields;
using GentleMole.Core.Pinpoint;

namespace GentleMole.Web.Drawing;

/// <summary>
/// A picture of responses across a line: readings as marks, the fit as curves, the 95 % interval of the place as a band, and
/// the ground below with the line in it. Pixels.
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

    public IReadOnlyList<ProfileCurve> Curves { get; private init; } = [];

    public double OffsetStep => Ticks.Step((High - Low) / 9);

    public double DepthStep => Ticks.Step(Deepest / 4);

    /// <summary>Readings with the fitted line through them.</summary>
    public static ProfileDrawing OfFit(IReadOnlyList<CrossReading> readings, PinpointResult result)
    {
        var height = readings.Average(r => r.HeightMetres);
        var (low, high) = Span(readings.Min(r => r.OffsetMetres), readings.Max(r => r.OffsetMetres));
        var strongest = Math.Max(readings.Max(r => Math.Max(r.Peak, r.Null ?? 0)), 1e-12) * 1.12;
        var drawing = new ProfileDrawing(low, high, strongest, result.Depth.Value + (result.Depth.HalfWidth * 0.5));
        return new ProfileDrawing(low, high, strongest, result.Depth.Value + (result.Depth.HalfWidth * 0.5))
        {
            Curves = drawing.Trace(y => result.Line.ResponseAt(y, height)),
        };
    }

    /// <summary>The field across given lines, nanotesla.</summary>
    public static ProfileDrawing OfField(ParallelLines lines, double from, double to, double height)
    {
        CrossField At(double y)
        {
            var field = lines.At(y, height);
            return new CrossField(field.HorizontalTesla * 1e9, field.VerticalTesla * 1e9);
        }

        var (low, high) = Span(from, to);
        var strongest = Enumerable.Range(0, 201).Select(i => At(low + ((high - low) * i / 200)))
            .Max(f => Math.Max(Math.Abs(f.HorizontalTesla), Math.Abs(f.VerticalTesla)));
        var deepest = lines.Conductors.Max(c => c.DepthMetres);
        var drawing = new ProfileDrawing(low, high, Math.Max(strongest * 1.12, 1e-12), deepest);
        return new ProfileDrawing(low, high, Math.Max(strongest * 1.12, 1e-12), deepest) { Curves = drawing.Trace(At) };
    }

    public static string N(double value) => value.ToString("0.#", CultureInfo.InvariantCulture);

    public double X(double offset) => Left + ((offset - Low) / (High - Low) * (Width - Left - Right));

    public double Y(double response) => Ground - (Math.Clamp(response / Strongest, 0, 1.2) * (Ground - Top));

    public double YDepth(double depth) => Ground + (depth / Deepest * (Height - Ground - Bottom));

    private static (double Low, double High) Span(double from, double to)
    {
        var pad = Math.Max((to - from) * 0.06, 0.1);
        return (from - pad, to + pad);
    }

    private List<ProfileCurve> Trace(Func<double, CrossField> at)
    {
        string Path(Func<CrossField, double> part) => string.Join(' ', Enumerable.Range(0, 241).Select(i =>
        {
            var y = Low + ((High - Low) * i / 240);
            return $"{N(X(y))},{N(Y(Math.Abs(part(at(y)))))}";
        }));
        return [new("curve-peak", Path(f => f.HorizontalTesla)), new("curve-null", Path(f => f.VerticalTesla))];
    }
}
