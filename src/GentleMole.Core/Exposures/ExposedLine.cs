using GentleMole.Core.Site;
using GentleMole.Core.Trace;

namespace GentleMole.Core.Exposures;

/// <summary>
/// A marked line with the places at which it was uncovered. In a hole it is known, level A, as far as the hole reaches; marks there give way
/// to what was measured. Between a hole and the next mark it is no better than that mark, and in doubt where the hole has proved the mark beside it wrong.
/// </summary>
public static class ExposedLine
{
    /// <summary>So far to both sides of the place that was measured the hole shows the line, metres: a hand-dug hole.</summary>
    public const double HoleHalfMetres = 0.3;

    /// <summary>Marks nearer to a hole than this give way to it.</summary>
    private const double GivesWayMetres = 0.5;

    /// <summary>Dug up again so near, it is the same hole, and the last word on it counts.</summary>
    private const double OneHoleMetres = 0.1;

    /// <summary>Between holes that would overlap, each ends so far before the middle.</summary>
    private const double WallMetres = 0.01;

    /// <summary>A hole farther beyond the end of a marked line is of another part of it.</summary>
    private const double BeyondMetres = 10;

    /// <summary>Puts holes in.</summary>
    /// <param name="line">As it was marked.</param>
    /// <param name="exposures">Of this line, as they were dug; the first has number 1.</param>
    public static TracedLine Of(TracedLine line, IReadOnlyList<Exposure> exposures)
    {
        if (exposures.Count == 0)
        {
            return line;
        }

        if (line.Run is not { } run)
        {
            return TracedLine.Join([.. line.Points, .. exposures.Select((e, i) => Mark(e, e.Place, i + 1))]);
        }

        var points = line.Points.Select((p, i) => (At: run.ChainageOf(i), Mark: p)).ToList();
        var holes = Holes(run, exposures);
        for (var i = 0; i < holes.Count; i++)
        {
            var (at, exposure, number) = holes[i];
            points.RemoveAll(p => !p.Mark.Exposed && Math.Abs(p.At - at) <= HoleHalfMetres + GivesWayMetres);
            if (MarkError.Of(line, exposure) is { } error && (!error.IsPlaceInside || error.IsDepthInside == false))
            {
                Doubt(points, points.FindLastIndex(p => p.At < at));
                Doubt(points, points.FindIndex(p => p.At > at));
            }

            var ahead = run.DirectionAt(Math.Clamp(at, 0, run.Length));
            var back = Math.Min(HoleHalfMetres, i > 0 ? ((at - holes[i - 1].At) / 2) - WallMetres : HoleHalfMetres);
            var on = Math.Min(HoleHalfMetres, i + 1 < holes.Count ? ((holes[i + 1].At - at) / 2) - WallMetres : HoleHalfMetres);
            points.Add((at - back, Mark(exposure, exposure.Place - (ahead * back), number)));
            points.Add((at + on, Mark(exposure, exposure.Place + (ahead * on), number)));
            points.Sort((a, b) => a.At.CompareTo(b.At));
        }

        return TracedLine.InOrder(points.ConvertAll(p => p.Mark));
    }

    /// <summary>Holes that show this line, along it.</summary>
    private static List<(double At, Exposure Exposure, int Number)> Holes(Run run, IReadOnlyList<Exposure> exposures)
    {
        var holes = new List<(double At, Exposure Exposure, int Number)>();
        foreach (var (exposure, number) in exposures.Select((e, i) => (e, i + 1)))
        {
            var (at, aside, _) = run.ProjectBeyond(exposure.Place);
            if (Math.Abs(aside) <= MarkError.BesideMetres && at >= -BeyondMetres && at <= run.Length + BeyondMetres)
            {
                holes.RemoveAll(h => Math.Abs(h.At - at) < OneHoleMetres);
                holes.Add((at, exposure, number));
            }
        }

        holes.Sort((a, b) => a.At.CompareTo(b.At));
        return holes;
    }

    private static void Doubt(List<(double At, MarkPoint Mark)> points, int index)
    {
        if (index >= 0 && points[index].Mark is { Exposed: false, Verdict: Verdict.Sound } mark)
        {
            points[index] = (points[index].At, mark with { Verdict = Verdict.Caution, IsDoubtOfPlace = false });
        }
    }

    private static MarkPoint Mark(Exposure exposure, SitePoint place, int number) =>
        new(place, Exposure.PlaceHalfMetres, exposure.Centre, Verdict.Sound, number, Exposed: true) { By = MarkedBy.Exposed };
}
