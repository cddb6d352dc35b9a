using GentleMole.Core.Fault;
using GentleMole.Exchange.Scenes;
using GentleMole.Web.Words;

namespace GentleMole.Web.Drawing;

/// <summary>A wire from end to end, and where along it the fault lies. Pixels.</summary>
internal static class WireDrawing
{
    private const double Side = 46;

    public static Scene Of(WireTest test, WireFault fault, Person person, int width, int height) =>
        new(SceneFrame.Chart(width, height), "The wire from this end to the far one, with the fault on it", [new("wire", [.. Shapes(test, fault, person, width, height)])], []);

    private static IEnumerable<SceneShape> Shapes(WireTest test, WireFault fault, Person person, int width, int height)
    {
        double X(double along) => Side + (along / test.LengthMetres * (width - (2 * Side)));
        var middle = height * 0.5;
        if (fault.Along is { } along)
        {
            yield return ScenePath.Box(Looks.Interval, X(along.Low95), middle - 34, X(along.High95), middle + 34);
        }

        yield return new ScenePath(Looks.GroundLine, [new(X(0), middle), new(X(test.LengthMetres), middle)]);
        yield return new SceneMark(Symbols.Connection, new(X(0), middle));
        yield return new SceneMark(Symbols.LetterDisc, new(X(test.LengthMetres), middle)) { Letter = test.LoadOhms > 0 ? "C" : "E", LetterLook = Looks.Letter };
        yield return new SceneText(Looks.Name, new(X(0), middle + 30), "this end", 0, 0, 0);
        yield return new SceneText(Looks.Name, new(X(test.LengthMetres), middle + 30), test.LoadOhms > 0 ? "coil" : "far end", 0, 0, 0);
        if (fault.Along is { } at && !fault.NeedsFarEnd)
        {
            yield return new SceneMark(Symbols.Was, new(X(at.Value), middle));
            yield return new SceneText(Looks.Figure, new(X(at.Value), middle - 42), person.Length(at.Value), 0, 0, 0);
        }

        foreach (var metres in Ticks.Between(0, test.LengthMetres, Ticks.Step(test.LengthMetres / 5)))
        {
            yield return new SceneText(Looks.Grid, new(X(metres), height - 8), person.Run(metres), 0, 0, 0);
        }
    }
}
