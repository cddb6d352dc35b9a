using GentleMole.Core.Fault;
using GentleMole.Exchange.Scenes;
using GentleMole.Web.Words;

namespace GentleMole.Web.Drawing;

/// <summary>What a frame read along a cable, what the faults found would give, and where they lie. Pixels.</summary>
internal static class FrameDrawing
{
    private const double Left = 58;
    private const double Right = 20;
    private const double Top = 40;
    private const double Foot = 30;
    private const int Steps = 240;

    /// <summary>Narrower than this only the first half of the heading has room.</summary>
    private const int Narrow = 560;

    public static Scene Of(FaultProfile profile, FaultFinding? finding, FrameNext? next, Person person, int width, int height) =>
        new(SceneFrame.Chart(width, height), "Readings of the frame along the cable, the curve of the faults found, and where they lie", [new("frame", [.. Shapes(profile, finding, next, person, width, height)])], []);

    private static IEnumerable<SceneShape> Shapes(FaultProfile profile, FaultFinding? finding, FrameNext? next, Person person, int width, int height)
    {
        var readings = profile.Readings.OrderBy(r => r.AlongMetres).ToList();
        var (from, to) = readings.Count > 0 ? (readings[0].AlongMetres, readings[^1].AlongMetres) : (0, 10);
        if (next?.AlongMetres is { } ahead)
        {
            (from, to) = (Math.Min(from, ahead), Math.Max(to, ahead));
        }

        var pad = Math.Max(0.5, 0.04 * (to - from));
        (from, to) = (from - pad, to + pad);
        var most = Math.Max(readings.Select(r => Math.Abs(r.Level)).DefaultIfEmpty(1).Max() * 1.1, 1e-9);
        double X(double along) => Left + ((along - from) / (to - from) * (width - Left - Right));
        double Y(double level) => Top + ((most - level) / (2 * most) * (height - Top - Foot));
        foreach (var level in Ticks.Between(-most, most, Ticks.Step(most / 3)))
        {
            yield return new ScenePath(Looks.DepthLine, [new(Left, Y(level)), new(width - Right, Y(level))]);
            yield return new SceneText(Looks.Grid, new(Left - 6, Y(level)), FigureWords.Figure(level), 0, 4, 1);
        }

        yield return new ScenePath(Looks.GroundLine, [new(Left, Y(0)), new(width - Right, Y(0))]);
        foreach (var metres in Ticks.Between(from, to, Ticks.Step((to - from) / (width / 90))))
        {
            yield return new SceneText(Looks.Grid, new(X(metres), height - 8), person.Run(metres), 0, 0, 0);
        }

        foreach (var (fault, i) in (finding?.Faults ?? []).Select((f, i) => (f, i)))
        {
            yield return ScenePath.Box(Looks.Interval, X(Math.Max(from, fault.Along.Low95)), Top, X(Math.Min(to, fault.Along.High95)), height - Foot);
            yield return new ScenePath(Looks.Upright, [new(X(fault.Along.Value), Top), new(X(fault.Along.Value), height - Foot)]);
            // Behind a fault the levels are above the line and before it below: to each side there is room where the curve is not.
            var isLeft = X(fault.Along.Value) < width * 0.75;
            yield return new SceneText(
                Looks.Name, new(X(fault.Along.Value), isLeft ? height - Foot - 10 - (18 * (i % 3)) : Top + 10 + (18 * (i % 3))), $"{(fault.Grade is { } grade ? FaultWords.Grade(grade) + ", " : "")}{person.Length(fault.Along.Value)}", isLeft ? 6 : -6, 4, isLeft ? -1 : 1);
        }

        if (finding is { Faults.Count: > 0 })
        {
            var faults = finding.Faults;
            double Expected(double along) => faults.Sum(f => f.Level / LeakShape.Most(f.Depth.Value, profile.FrameWidthMetres) * LeakShape.Reading(along - f.Along.Value, f.Depth.Value, profile.FrameWidthMetres));
            yield return new ScenePath(Looks.Peak, [.. Enumerable.Range(0, Steps + 1).Select(i => from + ((to - from) * i / Steps)).Select(x => new ScenePoint(X(x), Y(Math.Clamp(Expected(x), -most, most))))]);
        }

        foreach (var reading in readings)
        {
            yield return new SceneMark(Symbols.ReadPeak, new(X(reading.AlongMetres), Y(reading.Level))) { Title = $"{person.Run(reading.AlongMetres)}: {FigureWords.Figure(reading.Level)}" };
        }

        if (next?.AlongMetres is { } where)
        {
            yield return new ScenePath(Looks.Follow, [new(X(where), Top - 2), new(X(where), height - Foot)]);
            yield return new SceneText(Looks.Figure, new(X(where), Top - 8), "next", 0, 0, 0);
        }

        yield return new SceneText(Looks.Title, new(Left + 4, 16), width < Narrow ? "Frame readings along the cable" : "Frame readings along the cable: one sign before a fault, the other behind it.");
    }
}
