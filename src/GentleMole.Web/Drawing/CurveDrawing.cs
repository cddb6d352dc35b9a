using System.Globalization;
using GentleMole.Core.Radar;
using GentleMole.Exchange.Scenes;
using GentleMole.Web.Words;

namespace GentleMole.Web.Drawing;

/// <summary>Picks of a response and the curve through them: time downwards, place along the line.</summary>
internal static class CurveDrawing
{
    private const double Left = 58;
    private const double Right = 20;
    private const double Top = 30;
    private const double Foot = 14;
    private const int Pieces = 60;

    public static Scene Of(HyperbolaFit fit, IReadOnlyList<HyperbolaPick> picks, Person person, int width, int height) =>
        new(SceneFrame.Chart(width, height), "Picks of a response and the curve through them, time downwards", [new("curve", [.. Shapes(fit, picks, person, width, height)])], []);

    private static IEnumerable<SceneShape> Shapes(HyperbolaFit fit, IReadOnlyList<HyperbolaPick> picks, Person person, int width, int height)
    {
        // What is left over is the pick less the curve, whatever time zero and antennas are: so the curve is drawn from the picks.
        var drawn = picks.Zip(fit.Residuals, (p, r) => (p.AlongMetres, Curve: p.TimeNanoseconds - r)).OrderBy(p => p.AlongMetres).ToList();
        var (from, to) = (drawn[0].AlongMetres, drawn[^1].AlongMetres);
        var (first, last) = (Math.Min(picks.Min(p => p.TimeNanoseconds), drawn.Min(d => d.Curve)), Math.Max(picks.Max(p => p.TimeNanoseconds), drawn.Max(d => d.Curve)));
        var room = Math.Max(0.5, 0.15 * (last - first));
        (first, last) = (first - room, last + room);
        double X(double along) => Left + ((along - from) / (to - from) * (width - Left - Right));
        double Y(double time) => Top + ((time - first) / (last - first) * (height - Top - Foot));
        foreach (var time in Ticks.Between(first, last, Ticks.Step((last - first) / 6)))
        {
            yield return new ScenePath(Looks.DepthLine, [new(Left, Y(time)), new(width - Right, Y(time))]);
            yield return new SceneText(Looks.Grid, new(Left - 6, Y(time)), time.ToString("0.## ns", CultureInfo.InvariantCulture), 0, 4, 1);
        }

        foreach (var along in Ticks.Between(from, to, Ticks.Step((to - from) / 7)))
        {
            yield return new SceneText(Looks.Grid, new(X(along), Top - 10), person.Run(along), 0, 0, 0);
        }

        var apex = drawn.Zip(picks.OrderBy(p => p.AlongMetres)).Select(d => d.First.Curve - fit.Curve.TimeAt(d.First.AlongMetres, 0)).Average();
        yield return new ScenePath(Looks.Peak, [.. Enumerable.Range(0, Pieces + 1).Select(i => from + ((to - from) * i / Pieces)).Select(a => new ScenePoint(X(a), Y(fit.Curve.TimeAt(a, 0) + apex)))]);
        foreach (var pick in picks)
        {
            yield return new SceneMark(Symbols.ReadPeak, new(X(pick.AlongMetres), Y(pick.TimeNanoseconds)));
        }
    }
}
