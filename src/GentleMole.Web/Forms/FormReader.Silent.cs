using GentleMole.Core.Fault;
using GentleMole.Core.Lines;
using GentleMole.Core.Measures;
using GentleMole.Core.Site;
using GentleMole.Core.Sonde;

namespace GentleMole.Web.Forms;

/// <summary>Rows of numbers for what carries no signal: stops of a push, levels over a sonde, readings of a frame.</summary>
internal sealed partial class FormReader
{
    /// <summary>Stops of a push, one a line: cable, east, north, depth, and the height of the surface if it is not level.</summary>
    public List<SondeFix> Fixes(string name, bool growing = false) => Rows(name, growing, 4, 5, "needs cable, east, north and depth, then the height of the surface if it is not level", (parts, number) =>
        Keep(LengthText.Parse(parts[0], person.Units, name, SondeRules.Paid.Least, SondeRules.Paid.Most), number) is { } paid
        && Keep(NumberText.Parse(parts[1], "m", name, SondeRules.Places.Least, SondeRules.Places.Most), number) is { } east
        && Keep(NumberText.Parse(parts[2], "m", name, SondeRules.Places.Least, SondeRules.Places.Most), number) is { } north
        && Keep(LengthText.Parse(parts[3], person.Units, name, SondeRules.Depth.Least, SondeRules.Depth.Most), number) is { } depth
        && (parts.Length < 5 || parts[4].Length == 0 ? 0 : Keep(LengthText.Parse(parts[4], person.Units, name, SondeRules.Ground.Least, SondeRules.Ground.Most), number)) is { } ground
            ? new SondeFix(paid, new SitePoint(east, north), new Depth(depth), ground) : null);

    /// <summary>Readings of a frame, one a line: along, then the level with its sign.</summary>
    public List<FrameReading> Frames(string name, bool growing = false) => Rows(name, growing, 2, 2, "needs a place along the cable and a level with its sign", (parts, number) =>
        Keep(LengthText.Parse(parts[0], person.Units, name, FaultRules.Along.Least, FaultRules.Along.Most), number) is { } along
        && Keep(NumberText.Parse(parts[1], "", name, FaultRules.Level.Least, FaultRules.Level.Most), number) is { } level ? new FrameReading(along, level) : null);

    /// <summary>Levels along a pipe over a sonde, one a line: along, level of the coil along it, level of the upright coil if it was read.</summary>
    public List<SondeReading> Levels(string name, Height sensor, bool growing = false) => Rows(name, growing, 2, 3, "needs a place along the pipe and a level, then the level of the upright coil if it was read", (parts, number) =>
        Keep(LengthText.Parse(parts[0], person.Units, name, SondeRules.Along.Least, SondeRules.Along.Most), number) is { } along
        && Keep(NumberText.Parse(parts[1], "", name, SondeRules.Level.Least, SondeRules.Level.Most), number) is { } level
        && (parts.Length < 3 || parts[2].Length == 0 ? double.NaN : Keep(NumberText.Parse(parts[2], "", name, SondeRules.Level.Least, SondeRules.Level.Most), number)) is { } up
            ? new SondeReading(along, sensor, level, double.IsNaN(up) ? null : up) : null);

    /// <summary>Rows of numbers, one a line; the last one may be half typed while it grows.</summary>
    private List<T> Rows<T>(string name, bool growing, int fewest, int most, string needs, Func<string[], int, T?> read)
        where T : class
    {
        var rows = new List<T>();
        var lines = Lines(name);
        if (growing && lines.Count > 0 && Split(lines[^1].Line).Length < fewest)
        {
            lines.RemoveAt(lines.Count - 1);
        }

        foreach (var (line, number) in lines)
        {
            var parts = Split(line);
            if (parts.Length < fewest || parts.Length > most)
            {
                Refuse(name, $"Line {number}, “{Short(line)}”, {needs}.");
                return [];
            }

            if (read(parts, number) is not { } row)
            {
                return [];
            }

            rows.Add(row);
        }

        return rows;
    }
}
