namespace GentleMole.Exchange.Scenes;

/// <summary>What part of a scene is drawn, and how large.</summary>
/// <param name="Left">Value at the left edge, units of the scene.</param>
/// <param name="Top">Value at the upper edge.</param>
/// <param name="UnitsAcross">Units a pixel to the right.</param>
/// <param name="UnitsDown">Units a pixel downwards: negative where values grow upwards, as north does.</param>
/// <param name="Width">Pixels.</param>
/// <param name="Height">Pixels.</param>
public sealed record SceneFrame(double Left, double Top, double UnitsAcross, double UnitsDown, int Width, int Height)
{
    /// <summary>The frame of a plan: one scale both ways, north up.</summary>
    public static SceneFrame Plan(double west, double north, double metresPerPixel, int width, int height) =>
        new(west, north, metresPerPixel, -metresPerPixel, width, height);

    /// <summary>A frame whose units are its pixels: for charts with several scales in one picture.</summary>
    public static SceneFrame Chart(int width, int height) => new(0, 0, 1, 1, width, height);

    public double Right => Left + (Width * UnitsAcross);

    public double Bottom => Top + (Height * UnitsDown);

    public double X(double value) => (value - Left) / UnitsAcross;

    public double Y(double value) => (value - Top) / UnitsDown;

    public (double X, double Y) Pixels(ScenePoint p) => (X(p.X), Y(p.Y));

    public ScenePoint At(double x, double y) => new(Left + (x * UnitsAcross), Top + (y * UnitsDown));
}
