using System.Globalization;
using GentleMole.Core.Measures;
using GentleMole.Web.Drawing;

namespace GentleMole.Web.Stages;

/// <summary>A frame with two scales; what the charts of a hookup share. Pixels.</summary>
internal abstract class SignalChart(int width, int height, UnitSystem units)
{
    public const double Left = 62;
    public const double Right = 26;
    public const double Top = 34;
    public const double Bottom = 30;

    public int Width => width;

    public int Height => height;

    public UnitSystem Units => units;

    public double LowX { get; protected init; }

    public double HighX { get; protected init; } = 1;

    public double X(double value) => Left + ((value - LowX) / (HighX - LowX) * (Width - Left - Right));

    public double StepX => units == UnitSystem.Metres ? Ticks.Step((HighX - LowX) / 8) : Ticks.Step((HighX - LowX) / 8 / 0.3048) * 0.3048;

    public string TickX(double value) => units == UnitSystem.Metres ? PlanDrawing.N(value) : PlanDrawing.N(value / 0.3048) + "'";

    public static string N(double value) => value.ToString("0.#", CultureInfo.InvariantCulture);

    protected static string Path(IEnumerable<(double X, double Y)> points) => string.Join(' ', points.Select(p => $"{N(p.X)},{N(p.Y)}"));
}
