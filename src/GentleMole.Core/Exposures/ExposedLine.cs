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

    /// <summary>A hole farther beyond the end of a marked line is of another part of it.</summary>
    private const double BeyondMetres = 10;

    /// <summary>Puts holes in.</summary>
    /// <param name="line">As it was marked.</param>
    /// <param name="exposures">Of this line; the first has number 1.</param>
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
        foreach (var (exposure, number) in exposures.Select((e, i) => (e, i + 1)))
        {
            var (at, aside, _) = run.ProjectBeyond(exposure.Place);
            if (Math.Abs(aside) > MarkError.BesideMetres || at < -BeyondMetres || at > run.Length + BeyondMetres)
            {
                continue;
            }

            points.RemoveAll(p => !p.Mark.Exposed && Math.Abs(p.At - at) <= HoleHalfMetres + GivesWayMetres);
            if (MarkError.Of(line, exposure) is { } error && (!error.IsPlaceInside || error.IsDepthInside == false))
            {
                Doubt(points, points.FindLastIndex(p => p.At < at));
                Doubt(points, points.FindIndex(p => p.At > at));
            }

            var ahead = run.DirectionAt(Math.Clamp(at, 0, run.Length));
            points.Add((at - HoleHalfMetres, Mark(exposure, exposure.Place - (ahead * HoleHalfMetres), number)));
            points.Add((at + HoleHalfMetres, Mark(exposure, exposure.Place + (ahead * HoleHalfMetres), number)));
            points.Sort((a, b) => a.At.CompareTo(b.At));
        }

        return TracedLine.InOrder(points.ConvertAll(p => p.Mark));
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
