namespace GentleMole.Exchange.Scenes;

/// <summary>A part of a symbol, in pixels round its place, down positive.</summary>
/// <param name="Points">Corners; of a disc its centre.</param>
/// <param name="Radius">Radius of a disc; 0 for corners.</param>
public sealed record SymbolPart(Look Look, IReadOnlyList<ScenePoint> Points, bool IsArea, double Radius = 0)
{
    public static SymbolPart Disc(Look look, double radius) => new(look, [default], true, radius);

    public static SymbolPart Area(Look look, params (double X, double Y)[] corners) => new(look, [.. corners.Select(c => new ScenePoint(c.X, c.Y))], true);

    public static SymbolPart Line(Look look, params (double X, double Y)[] corners) => new(look, [.. corners.Select(c => new ScenePoint(c.X, c.Y))], false);

    public static SymbolPart Box(Look look, double left, double top, double width, double height) =>
        Area(look, (left, top), (left + width, top), (left + width, top + height), (left, top + height));
}
