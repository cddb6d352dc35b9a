using GentleMole.Exchange.Scenes;
using GentleMole.Web.Drawing;
using GentleMole.Web.Words;

namespace GentleMole.Web.Bench;

/// <summary>Depths by several ways as bars in the ground, beside the band of all together.</summary>
internal static class DepthWaysDrawing
{
    private const int Height = 300;
    private const double Ground = 46;
    private const double Left = 76;
    private const int Narrow = 500;
    private const double HalfBar = 9;

    public static Scene Of(DepthWays told, int width) =>
        new(SceneFrame.Chart(width, Height), "Depth by each way with its interval, and all together as a band", [new("depths", [.. Shapes(told, width)])], []);

    private static IEnumerable<SceneShape> Shapes(DepthWays told, int width)
    {
        var (ways, all, person) = (told.Depths.Ways, told.Depths.Depth, told.Person);
        var deepest = ways.Select(w => w.Depth.High95).Append(all.High95).Max() * 1.08;
        var shallowest = Math.Max(0, ways.Select(w => w.Depth.Low95).Append(all.Low95).Min() * 0.9);

        // Bars are told apart only when the picture shows the part of the ground they lie in.
        double Y(double depth) => Ground + 14 + ((Math.Max(depth, shallowest) - shallowest) / (deepest - shallowest) * (Height - Ground - 40));
        yield return ScenePath.Box(Looks.Filled(Tint.Ground1), 0, Ground, width, Height);
        var step = Ticks.Step((deepest - shallowest) / 5);
        foreach (var depth in Ticks.Between(Math.Ceiling(shallowest / step) * step, deepest, step))
        {
            yield return new ScenePath(Looks.DepthLine, [new(Left, Y(depth)), new(width - 16, Y(depth))]);
            yield return new SceneText(Looks.Grid, new(Left - 6, Y(depth)), person.Length(depth), 0, 4, 1);
        }

        yield return ScenePath.Box(Looks.Interval, Left, Y(all.Low95), width - 16, Y(all.High95));
        yield return new ScenePath(Looks.GroundLine, [new(0, Ground), new(width, Ground)]);
        var room = (width - 16 - Left) / ways.Count;
        for (var i = 0; i < ways.Count; i++)
        {
            var (x, way) = (Left + (room * (i + 0.5)), ways[i]);
            yield return new ScenePath(Looks.Axis, [new(x, Y(way.Depth.Low95)), new(x, Y(way.Depth.High95))]);
            yield return new ScenePath(Looks.Axis, [new(x - HalfBar, Y(way.Depth.Low95)), new(x + HalfBar, Y(way.Depth.Low95))]);
            yield return new ScenePath(Looks.Axis, [new(x - HalfBar, Y(way.Depth.High95)), new(x + HalfBar, Y(way.Depth.High95))]);
            yield return new SceneMark(Symbols.Conductor, new(x, Y(way.Depth.Value)));
            yield return new SceneText(Looks.Name, new(x, 18), width < Narrow ? DepthWords.Short(way.Way) : DepthWords.Way(way.Way), 0, 0, 0);
            yield return new SceneText(Looks.Grid, new(x, 36), person.Length(way.Depth.Value), 0, 0, 0);
        }
    }
}
