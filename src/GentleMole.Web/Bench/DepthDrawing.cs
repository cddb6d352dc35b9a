using GentleMole.Core.Pinpoint;
using GentleMole.Exchange.Scenes;
using GentleMole.Web.Drawing;
using GentleMole.Web.Words;

namespace GentleMole.Web.Bench;

/// <summary>The ground in section with a depth, its interval, and the distances it was worked out from.</summary>
internal static class DepthDrawing
{
    private const int Width = 680;
    private const int Height = 290;
    private const double Middle = 340;
    private const double Ground = 70;
    private const double Reach = 220;
    private static readonly Look Sight = new("sight", Tint.Ink, 1) { Dash = "5 4" };

    /// <param name="sides">Distances to both sides, of methods that have them.</param>
    public static Scene Of(DepthResult result, (double Left, double Right)? sides, Person person) =>
        new(SceneFrame.Chart(Width, Height), "The ground in section with the depth and its interval", [new("depth", [.. Shapes(result, sides, person)])], []);

    private static IEnumerable<SceneShape> Shapes(DepthResult result, (double Left, double Right)? sides, Person person)
    {
        var deepest = (result.DepthMetres + result.UncertaintyMetres) * 1.2;
        double Y(double depth) => Ground + (depth / deepest * 200);

        yield return ScenePath.Box(Looks.Filled(Tint.Ground1), 0, Ground, Width, Height);
        foreach (var depth in Ticks.Between(Ticks.Step(deepest / 5), deepest, Ticks.Step(deepest / 5)))
        {
            yield return new ScenePath(Looks.DepthLine, [new(70, Y(depth)), new(660, Y(depth))]);
            yield return new SceneText(Looks.Grid, new(64, Y(depth)), person.Length(depth), 0, 4, 1);
        }

        yield return ScenePath.Box(Looks.Interval, 240, Y(Math.Max(0, result.DepthMetres - result.UncertaintyMetres)), 440, Y(result.DepthMetres + result.UncertaintyMetres));
        yield return new ScenePath(Looks.GroundLine, [new(0, Ground), new(Width, Ground)]);
        ScenePoint centre = new(Middle, Y(result.DepthMetres));
        if (sides is { } measured)
        {
            var most = Math.Max(measured.Left, measured.Right);
            var (left, right) = (Middle - (measured.Left / most * Reach), Middle + (measured.Right / most * Reach));
            yield return new ScenePath(Sight, [new(left, Ground), centre, new(right, Ground)]);
            yield return new ScenePath(Looks.Axis, [new(left, 62), new(right, 62)]);
            foreach (var x in new[] { left, Middle, right })
            {
                yield return new ScenePath(Looks.Axis, [new(x, 58), new(x, Ground)]);
            }

            yield return new SceneText(Looks.Name, new((left + Middle) / 2, 52), person.Length(measured.Left), 0, 0, 0);
            yield return new SceneText(Looks.Name, new((right + Middle) / 2, 52), person.Length(measured.Right), 0, 0, 0);
        }

        yield return new SceneMark(Symbols.Conductor, centre);
        yield return new SceneText(Looks.Name, new(456, centre.Y), $"{person.Length(result.DepthMetres)} {person.PlusMinus(result.UncertaintyMetres)}", 0, 5);
    }
}
