using System.Globalization;
using GentleMole.Core.Measures;
using GentleMole.Exchange.Scenes;
using GentleMole.Web.Drawing;

namespace GentleMole.Web.Stages;

/// <summary>A frame with two scales; what the charts of a hookup share. Pixels.</summary>
internal abstract class SignalChart(int width, int height, UnitSystem units)
{
    public const double Left = 62;
    public const double Right = 26;
    public const double Top = 34;
    public const double Bottom = 30;
    private const int WideFrom = 700;
    private const double PickWidth = 370;

    public int Width => width;

    public int Height => height;

    public UnitSystem Units => units;

    public double LowX { get; protected init; }

    public double HighX { get; protected init; } = 1;

    public Scene Scene { get; protected init; } = null!;

    public IReadOnlyList<PlacedLabel> Labels => Scene.Labels;

    public double X(double value) => Left + ((value - LowX) / (HighX - LowX) * (Width - Left - Right));

    public double StepX => units == UnitSystem.Metres ? Ticks.Step((HighX - LowX) / 8) : Ticks.Step((HighX - LowX) / 8 / 0.3048) * 0.3048;

    public string TickX(double value) => units == UnitSystem.Metres ? PlanDrawing.N(value) : PlanDrawing.N(Math.Round(value / 0.3048, 6)) + "'";

    public static string N(double value) => value.ToString("0.#", CultureInfo.InvariantCulture);

    protected SceneFrame Frame => SceneFrame.Chart(width, height);

    /// <summary>The scene of a chart: its layers, and its names where they have room.</summary>
    protected Scene Draw(string name, IReadOnlyList<SceneLayer> layers, IEnumerable<SceneLabel> labels)
    {
        var placer = new LabelPlacer(Frame);
        placer.Occupy(layers);
        if (width > WideFrom)
        {
            // What picks another chart lies over the upper right corner.
            placer.Occupy(width - PickWidth, 0, PickWidth, Top);
        }

        return new Scene(Frame, name, layers, placer.Place(labels));
    }

    protected static ScenePath Rectangle(Look look, double left, double top, double right, double bottom) =>
        ScenePath.Box(look, left, top, right, bottom) with { IsSolid = false };

    protected static ScenePath Upright(Look look, double x, double from, double to) => new(look, [new(x, from), new(x, to)]);

    protected ScenePath Level(Look look, double y) => new(look, [new(Left, y), new(Width - Right, y)]);
}
