using GentleMole.Core.Measures;
using GentleMole.Core.Radar;
using GentleMole.Store.Model;

namespace GentleMole.Web.Forms;

/// <summary>Rows of what a radar needs: marks on the way, what a wheel counted, picks of a curve.</summary>
internal sealed partial class FormReader
{
    private const int MostMarkNote = 100;

    /// <summary>Marks on the way, one a line: a length, then what was there.</summary>
    public List<WalkMark> Marks(string name)
    {
        var marks = new List<WalkMark>();
        foreach (var (line, number) in Lines(name))
        {
            var cut = line.IndexOf(' ', StringComparison.Ordinal);
            var (place, note) = cut < 0 ? (line, "") : (line[..cut], line[cut..].Trim());
            if (Keep(LengthText.Parse(place, person.Units, name, RadarRules.Along.Least, RadarRules.Along.Most), number) is not { } along)
            {
                return [];
            }

            if (note.Length > MostMarkNote)
            {
                Refuse(name, $"Line {number}: that is {note.Length} characters; {MostMarkNote} is the most.");
                return [];
            }

            marks.Add(new WalkMark(along, note));
        }

        return marks;
    }

    /// <summary>Picks of a curve, one a line: along, and time in nanoseconds.</summary>
    public List<HyperbolaPick> Picks(string name, bool growing = false) => Rows(name, growing, 2, 2, "needs a place along the line and a time in nanoseconds", (parts, number) =>
        Keep(LengthText.Parse(parts[0], person.Units, name, RadarRules.Along.Least, RadarRules.Along.Most), number) is { } along
        && Keep(NumberText.Parse(parts[1], "ns", name, RadarRules.Time.Least, RadarRules.Time.Most), number) is { } time ? new PickRow(new HyperbolaPick(along, time)) : null).ConvertAll(r => r.Pick);

    private sealed record PickRow(HyperbolaPick Pick);
}
