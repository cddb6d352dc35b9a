using GentleMole.Core.Site;
using GentleMole.Core.Trace;
using GentleMole.Store.Model;

namespace GentleMole.Web.Sheet;

/// <summary>The dots of one line in the order taken, each in its place among the others, and the line through the accepted ones.</summary>
internal sealed class LineDots
{
    private LineDots(LineGround ground, IReadOnlyList<JudgedDot> dots, TracedLine traced, int undecided) =>
        (Ground, Dots, Traced, Undecided, Corners) = (ground, dots, traced, undecided, CornersOf(dots));

    public LineGround Ground { get; }

    public IReadOnlyList<JudgedDot> Dots { get; }

    public TracedLine Traced { get; }

    /// <summary>Dots that wait for a decision.</summary>
    public int Undecided { get; }

    /// <summary>Two corners of the box round all dots; none without dots.</summary>
    public IReadOnlyList<SitePoint> Corners { get; }

    /// <summary>Number of the last dot that is known here.</summary>
    public int LastNumber => Dots.Count == 0 ? 0 : Dots.Max(d => d.Reading.Number);

    /// <summary>
    /// Puts dots together. Whatever stands where it stood before keeps its verdict: a dot is judged anew when it has changed,
    /// or the accepted one before it, or the ground under all of them.
    /// </summary>
    public static LineDots Of(LineGround ground, IEnumerable<Reading> readings, LineDots? before)
    {
        if (before is not null && before.Ground.IsSameAs(ground))
        {
            ground = before.Ground;
        }

        var known = new Dictionary<Guid, JudgedDot>();
        foreach (var dot in before?.Dots ?? [])
        {
            known[dot.Reading.Id] = dot;
        }

        var dots = new List<JudgedDot>();
        var accepted = new Dictionary<int, Reading>();
        var (undecided, sameMarks) = (0, before is not null);
        foreach (var reading in readings.OrderBy(r => r.TakenAt).ThenBy(r => r.Id))
        {
            var last = accepted.GetValueOrDefault(reading.HookupId ?? 0);
            var was = known.GetValueOrDefault(reading.Id);
            var dot = was is not null && was.Reading == reading && was.Before == last && was.Ground == ground ? was : new JudgedDot(reading, last, ground);
            dots.Add(dot);
            undecided += reading.State == DotState.Taken ? 1 : 0;
            if (reading.State == DotState.Accepted)
            {
                accepted[reading.HookupId ?? 0] = reading;
                sameMarks &= dot == was;
            }
        }

        // Only undecided dots came, or nothing at all: the line through the accepted ones is the one that it was.
        var marks = dots.Where(d => d.Reading.State == DotState.Accepted);
        sameMarks = sameMarks && marks.Count() == before!.Dots.Count(d => d.Reading.State == DotState.Accepted);
        if (!sameMarks)
        {
            // A row across takes some tens of milliseconds; hundreds of them share the processors.
            Parallel.ForEach(marks.Where(d => d.Reading.Across.Count > 0), d => _ = d.Judgement);
        }

        return new LineDots(ground, dots, sameMarks ? before!.Traced : TracedLine.Join(marks.Select(d => d.ToMark())), undecided);
    }

    private static IReadOnlyList<SitePoint> CornersOf(IReadOnlyList<JudgedDot> dots) => dots.Count == 0 ? [] :
    [
        new SitePoint(dots.Min(d => d.Reading.EastMetres), dots.Min(d => d.Reading.NorthMetres)),
        new SitePoint(dots.Max(d => d.Reading.EastMetres), dots.Max(d => d.Reading.NorthMetres)),
    ];
}
