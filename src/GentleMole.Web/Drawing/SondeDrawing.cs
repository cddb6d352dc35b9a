using GentleMole.Core.Sonde;
using GentleMole.Exchange.Scenes;
using GentleMole.Web.Words;

namespace GentleMole.Web.Drawing;

/// <summary>The field of a sonde along its pipe: both coils above the ground, the sonde in it as it lies, and what was read. Pixels.</summary>
internal static class SondeDrawing
{
    public const int UsualHeight = 430;
    private const double Left = 58;
    private const double Right = 20;
    private const double Top = 26;
    private const double Foot = 20;
    private const int Steps = 240;

    /// <param name="place">As it was found.</param>
    /// <param name="nose">1 where the nose points to greater numbers, else −1.</param>
    /// <param name="height">Of the receiver.</param>
    /// <param name="read">Levels that were read; empty for none.</param>
    public static Scene Of(SondePlace place, int nose, double height, IReadOnlyList<SondeReading> read, Person person, int width, int pixels) =>
        new(SceneFrame.Chart(width, pixels), "Levels along the pipe over the sonde, and the sonde in the ground", [new("sonde", [.. Shapes(place, nose, height, read, person, width, pixels)])], []);

    private static IEnumerable<SceneShape> Shapes(SondePlace place, int nose, double height, IReadOnlyList<SondeReading> read, Person person, int width, int pixels)
    {
        var (at, depth, tilt) = (place.Along.Value, Math.Max(0.05, place.Depth.Value), (place.TiltDegrees?.Value ?? 0) * Math.PI / 180);
        var reach = Math.Max(1.7 * (depth + height), read.Count > 0 ? read.Max(r => Math.Abs(r.AlongMetres - at)) * 1.05 : 0);
        var (from, to) = (at - reach, at + reach);
        var ground = Top + ((pixels - Top - Foot) * 0.52);
        double X(double along) => Left + ((along - from) / (to - from) * (width - Left - Right));
        (double Along, double Up) Field(double x) => SondeShape.Field((x - at) * nose, depth + height, tilt);
        var most = Enumerable.Range(0, Steps + 1).Select(i => Field(from + ((to - from) * i / Steps))).Max(f => Math.Max(Math.Abs(f.Along), Math.Abs(f.Up))) * 1.1;
        double Y(double level) => ground - (Math.Min(level / most, 1.05) * (ground - Top));
        double Down(double metres) => ground + (metres / (depth * 1.5) * (pixels - Foot - ground));
        yield return ScenePath.Box(Looks.Filled(Tint.Soil1), Left, ground, width - Right, pixels - Foot);
        foreach (var metres in Ticks.Between(from, to, Ticks.Step((to - from) / (width / 90))))
        {
            yield return new SceneText(Looks.Grid, new(X(metres), pixels - 4), person.Run(metres), 0, 0, 0);
        }

        foreach (var deep in Ticks.Between(0, depth * 1.45, Ticks.Step(depth / 3)))
        {
            yield return new ScenePath(Looks.DepthLine, [new(Left, Down(deep)), new(width - Right, Down(deep))]);
            yield return new SceneText(Looks.Grid, new(Left - 6, Down(deep)), person.Run(deep), 0, 4, 1);
        }

        // Where it may lie.
        yield return ScenePath.Box(Looks.Interval, X(Math.Max(from, place.Along.Low95)), Down(Math.Min(place.Depth.Low95, depth * 1.45)), X(Math.Min(to, place.Along.High95)), Down(Math.Min(place.Depth.High95, depth * 1.45)));
        ScenePath Curve(Look look, Func<(double Along, double Up), double> part) =>
            new(look, [.. Enumerable.Range(0, Steps + 1).Select(i => from + ((to - from) * i / Steps)).Select(x => new ScenePoint(X(x), Y(Math.Abs(part(Field(x))))))]);
        yield return Curve(Looks.Null, f => f.Up);
        yield return Curve(Looks.Peak, f => f.Along);
        yield return new ScenePath(Looks.GroundLine, [new(Left, ground), new(width - Right, ground)]);
        if (place.TiltDegrees is not null)
        {
            var t = Math.Tan(tilt);
            var (front, rear) = SondeShape.Nulls(t);
            foreach (var (name, u) in new[] { ("null ahead", front), ("null behind", rear), ("strongest", SondeShape.Strongest(t)) })
            {
                var x = at + (nose * u * (depth + height));
                yield return new ScenePath(Looks.Upright, [new(X(x), ground - 8), new(X(x), ground + 8)]);
                yield return new SceneText(Looks.Grid, new(X(x), ground + 20), name, 0, 0, 0);
            }
        }

        var scale = read.Count > 0 && read.Max(r => r.Along) is > 0 and var loud ? most / 1.1 / loud : 0;
        foreach (var reading in read)
        {
            yield return new SceneMark(Symbols.ReadPeak, new(X(reading.AlongMetres), Y(reading.Along * scale)));
            if (reading.Up is { } up)
            {
                yield return new SceneMark(Symbols.ReadNull, new(X(reading.AlongMetres), Y(up * scale)));
            }
        }

        // The sonde itself, along its tilt.
        var (dx, dy) = (Math.Cos(tilt) * nose, Math.Sin(tilt));
        var (middle, half) = (new ScenePoint(X(at), Down(depth)), 22.0);
        yield return new ScenePath(Looks.SectionCase, [new(middle.X - (dx * half), middle.Y - (dy * half)), new(middle.X + (dx * half), middle.Y + (dy * half))]);
        yield return new SceneMark(Symbols.ReadPeak, new(middle.X + (dx * half), middle.Y + (dy * half)));
        yield return new SceneText(Looks.BelowGround, new(middle.X, middle.Y + 24), $"{person.Length(depth)} deep", 0, 0, 0);
    }
}
