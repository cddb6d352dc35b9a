using GentleMole.Core.Wires;
using GentleMole.Exchange.Scenes;
using GentleMole.Web.Words;

namespace GentleMole.Web.Drawing;

/// <summary>Which control wire leads to which valve: wires at the left, valves at the right in the order of their numbers, a stroke for each that was heard strongly.</summary>
internal static class WireMapDrawing
{
    private const double Left = 30;
    private const double Right = 46;
    private const double Top = 30;

    /// <summary>Names of wires stand left of their strokes, pixels.</summary>
    private const double Names = 210;

    /// <param name="valves">Number and name of each valve.</param>
    public static Scene Of(WireMap map, IReadOnlyList<(int Number, string Name)> valves, int width, int height) =>
        new(SceneFrame.Chart(width, height), "Which control wire leads to which valve", [new("wires", [.. Shapes(map, valves, width, height)])], []);

    private static IEnumerable<SceneShape> Shapes(WireMap map, IReadOnlyList<(int Number, string Name)> valves, int width, int height)
    {
        double Row(int i, int count) => Top + ((height - Top - 16) * (i + 0.5) / Math.Max(1, count));
        var places = valves.Select((v, i) => (v.Number, new ScenePoint(width - Right - Names, Row(i, valves.Count)))).ToDictionary(v => v.Number, v => v.Item2);
        for (var i = 0; i < map.Wires.Count; i++)
        {
            var wire = map.Wires[i];
            var from = new ScenePoint(Left + Names, Row(i, map.Wires.Count));
            yield return new SceneText(Looks.Name, from, $"{wire.Wire.Name}: {WireWords.Role(wire.Role)}", -12, 4, 1);
            foreach (var valve in wire.Valves)
            {
                yield return new ScenePath(wire.Role == WireRole.Common ? Looks.PassOpen : Looks.Candidate, [from, places[valve]]);
            }

            foreach (var weak in valves.Where(v => wire.Wire.Heard.GetValueOrDefault(v.Number) == WireStrength.Weak))
            {
                yield return new ScenePath(Looks.PassElsewhere, [from, places[weak.Number]]);
            }

            yield return new SceneMark(wire.Role == WireRole.Unknown ? Symbols.LooseDot : Symbols.ReadPeak, from);
        }

        foreach (var (number, name) in valves)
        {
            yield return new SceneMark(Symbols.LetterDisc, places[number]) { Letter = number.ToString(System.Globalization.CultureInfo.InvariantCulture), LetterLook = Looks.Letter };
            yield return new SceneText(Looks.Name, places[number], name, 16, 4);
        }

        yield return new SceneText(Looks.Grid, new(Left, height - 6), "Thick: a station wire to its valve. Broken: the common. Thin: weak, comes over.");
    }
}
