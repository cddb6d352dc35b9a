using GentleMole.Core.Marking;
using GentleMole.Core.Site;
using GentleMole.Core.Trace;

namespace GentleMole.Core.Paint;

/// <summary>
/// What to paint of one line. Only what is sure is painted as a line: a doubtful stretch gets question marks between wider dashes, and one that
/// was not found (level D, or a gap that is too long) gets nothing. A pipe that is wide is marked at both its edges. Where paint does not hold,
/// stakes stand instead: on the line, or where works drive over it beside it with how far it is.
/// </summary>
public sealed class PaintPlan
{
    /// <summary>From this thickness on both edges are marked.</summary>
    public const double WideFromMetres = 0.3;

    /// <summary>Paint for a metre of dash some 50 mm wide, millilitres.</summary>
    public const double MillilitresPerMetre = 8;

    /// <summary>Paint for a label, an arrow, a question mark.</summary>
    public const double MillilitresPerSign = 12;

    private const double StakeEveryMetres = 5;
    private const double OffsetStepMetres = 0.5;

    /// <summary>A stake farther beside its line than this is measured back wrongly.</summary>
    private const double MostOffsetMetres = 6;
    private const double SignMetres = 0.3;
    private const double DoubtfulGaps = 2;
    private const double SecondsPerDash = 6;
    private const double SecondsPerSign = 25;
    private const double SecondsPerStake = 60;
    private const double SecondsPerOffset = 120;
    private const double MetresPerSecond = 0.7;

    private PaintPlan(PaintLine line, IReadOnlyList<PaintMark> marks, IReadOnlyList<(double FromMetres, double ToMetres)> unpainted, IReadOnlyList<double> homeless) =>
        (Line, Marks, Unpainted, Homeless) = (line, marks, unpainted, homeless);

    /// <summary>Which line.</summary>
    public PaintLine Line { get; }

    /// <summary>In the order of its chainage.</summary>
    public IReadOnlyList<PaintMark> Marks { get; }

    /// <summary>Stretches of which nothing is painted, along the line: not found well enough.</summary>
    public IReadOnlyList<(double FromMetres, double ToMetres)> Unpainted { get; }

    /// <summary>Chainages at which neither paint nor a stake has a place: there the line is tied in from two things that stay.</summary>
    public IReadOnlyList<double> Homeless { get; }

    /// <summary>Dots to look at again before anything is painted.</summary>
    public IReadOnlyList<LineUp> LookAgain => LineUp.Of(Line.Traced, Line.IsSeenToBendAt);

    /// <summary>Paint that it takes, millilitres.</summary>
    public double Millilitres => Marks.Sum(m => m.Kind switch
    {
        PaintMarkKind.Stake or PaintMarkKind.OffsetStake => 0,
        PaintMarkKind.Dash or PaintMarkKind.Tick => m.LengthMetres * MillilitresPerMetre,
        _ => MillilitresPerSign,
    });

    /// <summary>How many of a kind.</summary>
    public int CountOf(PaintMarkKind kind) => Marks.Count(m => m.Kind == kind);

    /// <summary>Time for one person, seconds: along it for the dots, back for the check, and once more to paint.</summary>
    public double Seconds => (3 * (Line.Traced.Run?.Length ?? 0) / MetresPerSecond) + Marks.Sum(m => m.Kind switch
    {
        PaintMarkKind.Stake => SecondsPerStake,
        PaintMarkKind.OffsetStake => SecondsPerOffset,
        PaintMarkKind.Dash or PaintMarkKind.Tick => SecondsPerDash,
        _ => SecondsPerSign,
    });

    /// <param name="line">What was marked.</param>
    /// <param name="custom">Of the place.</param>
    /// <param name="ground">What becomes of paint at a place.</param>
    public static PaintPlan Of(PaintLine line, PaintCustom custom, Func<SitePoint, PaintGround> ground)
    {
        if (line.Traced.Run is not { } run)
        {
            return new PaintPlan(line, [], [], []);
        }

        var turns = Enumerable.Range(1, Math.Max(0, run.Points.Count - 2)).Where(i => Turns(run, i)).Select(run.ChainageOf).ToList();
        var homeless = new List<double>();
        var marks = new List<PaintMark>();
        var unpainted = new List<(double, double)>();
        foreach (var (from, to, isSure, isPainted) in Pieces(line))
        {
            if (!isPainted)
            {
                unpainted.Add((from, to));
                continue;
            }

            marks.AddRange(Stretch(line, run, custom, from, to, isSure, ground));
            homeless.AddRange(Stakes(isSure ? line.Label : line.Label + "  ?", run, turns, custom, from, to, ground, marks));
        }

        PaintMark[] signs = [.. Ticks(line, run, unpainted), .. Ends(line, run, unpainted), .. Bends(line, run, unpainted), .. Tees(line, run, unpainted)];
        marks.AddRange(signs.Where(s => ground(s.From) == PaintGround.Holds));
        return new PaintPlan(line, [.. marks.OrderBy(m => m.ChainageMetres).ThenBy(m => m.Kind)], unpainted, homeless);
    }

    /// <summary>
    /// The order in which lines are painted with the least walking: always on to the nearest end of one that is not painted yet (nearest neighbour).
    /// </summary>
    /// <param name="plans">Lines with marks; others are left out.</param>
    /// <param name="from">Where the person with the can stands.</param>
    /// <returns>Each line with whether it is walked from its last dot to its first.</returns>
    public static IReadOnlyList<(PaintPlan Plan, bool IsBackwards)> Order(IEnumerable<PaintPlan> plans, SitePoint from)
    {
        var left = plans.Where(p => p.Marks.Count > 0).ToList();
        var order = new List<(PaintPlan, bool)>();
        var at = from;
        while (left.Count > 0)
        {
            var next = left.SelectMany(p => new[] { (Plan: p, IsBackwards: false, Begin: p.Line.Traced.Run!.Points[0]), (Plan: p, IsBackwards: true, Begin: p.Line.Traced.Run!.Points[^1]) })
                .MinBy(n => n.Begin.DistanceTo(at));
            order.Add((next.Plan, next.IsBackwards));
            at = next.IsBackwards ? next.Plan.Line.Traced.Run!.Points[0] : next.Plan.Line.Traced.Run!.Points[^1];
            left.Remove(next.Plan);
        }

        return order;
    }

    /// <summary>Neighbouring stretches that are painted alike, as one.</summary>
    private static List<(double From, double To, bool IsSure, bool IsPainted)> Pieces(PaintLine line)
    {
        var pieces = new List<(double From, double To, bool IsSure, bool IsPainted)>();
        foreach (var s in line.Traced.Stretches)
        {
            var isPainted = !s.TooLong && s.Quality != QualityLevel.D && s.Confidence != Verdict.Reject;
            var isSure = isPainted && !line.IsAsked && s.Confidence == Verdict.Sound;
            if (pieces.Count > 0 && pieces[^1] is var last && last.IsSure == isSure && last.IsPainted == isPainted)
            {
                pieces[^1] = last with { To = s.ToChainageMetres };
            }
            else
            {
                pieces.Add((s.FromChainageMetres, s.ToChainageMetres, isSure, isPainted));
            }
        }

        return pieces;
    }

    private static IEnumerable<PaintMark> Stretch(PaintLine line, Run run, PaintCustom custom, double from, double to, bool isSure, Func<SitePoint, PaintGround> ground)
    {
        var gap = custom.GapMetres * (isSure ? 1 : DoubtfulGaps);
        double[] sides = line.OutsideMetres is { } outside && outside >= WideFromMetres ? [-outside / 2, outside / 2] : [0];
        foreach (var (begin, end) in Dashes(from, to, custom.DashMetres, gap).Where(d => Holds(run, (d.From + d.To) / 2)))
        {
            foreach (var side in sides)
            {
                yield return new PaintMark(PaintMarkKind.Dash, run.At(begin, side), run.At(end, side), (begin + end) / 2);
            }
        }

        foreach (var at in Evenly(from, to, custom.LabelEveryMetres).Where(a => Holds(run, a)))
        {
            yield return new PaintMark(PaintMarkKind.Label, run.At(at), run.At(at), at, line.Label);
            if (!isSure)
            {
                yield return new PaintMark(PaintMarkKind.Query, run.At(at), run.At(at), at, "?");
            }
        }

        bool Holds(Run way, double at) => ground(way.At(at)) == PaintGround.Holds;
    }

    /// <summary>Puts stakes where paint does not hold: where such a piece begins, then at equal steps, and where it ends.</summary>
    /// <param name="label">What each says; where it is not sure it asks.</param>
    /// <returns>Where not even a stake has a place.</returns>
    private static List<double> Stakes(string label, Run run, List<double> turns, PaintCustom custom, double from, double to, Func<SitePoint, PaintGround> ground, List<PaintMark> marks)
    {
        var homeless = new List<double>();
        foreach (var (begin, end) in Lost(run, from, to, Math.Min(custom.DashMetres, 0.5), ground))
        {
            foreach (var at in StakesAt(turns, begin, end))
            {
                var place = run.At(at);
                if (ground(place) == PaintGround.Loose)
                {
                    marks.Add(new PaintMark(PaintMarkKind.Stake, place, place, at, label));
                }
                else if (Beside(run, at, ground) is { } beside)
                {
                    marks.Add(new PaintMark(PaintMarkKind.OffsetStake, beside, place, at, label));
                }
                else
                {
                    homeless.Add(at);
                }
            }
        }

        return homeless;
    }

    /// <summary>Where a piece begins and ends and where it turns, and between them at equal steps: a string from stake to stake cuts no corner.</summary>
    /// <param name="turns">Chainages at which the line turns, in order.</param>
    private static IEnumerable<double> StakesAt(List<double> turns, double begin, double end)
    {
        yield return begin;
        var (from, next) = (begin, turns.BinarySearch(begin) is var at && at >= 0 ? at : ~at);
        for (var isLast = false; !isLast; next++)
        {
            isLast = next >= turns.Count || turns[next] >= end - 1e-9;
            var to = isLast ? end : turns[next];
            if (to - from <= 1e-9)
            {
                continue;
            }

            var steps = Math.Max(1, (int)Math.Ceiling(((to - from) / StakeEveryMetres) - 1e-9));
            foreach (var k in Enumerable.Range(1, steps))
            {
                yield return from + ((to - from) * k / steps);
            }

            from = to;
        }
    }

    /// <summary>It turns at this point of its course so much that it is a bend.</summary>
    private static bool Turns(Run run, int i) => (run.Points[i] - run.Points[i - 1]).Azimuth.ApartFrom((run.Points[i + 1] - run.Points[i]).Azimuth) >= LineUp.BendDegrees;

    /// <summary>Pieces on which paint does not hold.</summary>
    private static IEnumerable<(double From, double To)> Lost(Run run, double from, double to, double step, Func<SitePoint, PaintGround> ground)
    {
        var steps = Math.Max(1, (int)Math.Ceiling((to - from) / step));
        (double From, double To)? open = null;
        PaintGround? of = null;
        for (var k = 0; k <= steps; k++)
        {
            var at = from + ((to - from) * k / steps);
            var here = ground(run.At(at));
            if (open is { } piece && here != of)
            {
                yield return piece;
                open = null;
            }

            if (here != PaintGround.Holds)
            {
                open = (open?.From ?? at, at);
                of = here;
            }
        }

        if (open is { } last)
        {
            yield return last;
        }
    }

    /// <summary>The nearest place square beside the line that nobody drives over.</summary>
    private static SitePoint? Beside(Run run, double at, Func<SitePoint, PaintGround> ground)
    {
        for (var away = 2 * OffsetStepMetres; away <= MostOffsetMetres; away += OffsetStepMetres)
        {
            foreach (var side in new[] { away, -away })
            {
                if (run.At(at, side) is var place && ground(place) != PaintGround.Driven)
                {
                    return place;
                }
            }
        }

        return null;
    }

    /// <summary>Dashes that begin where the piece begins and end where it ends, with equal gaps between them that are no longer than asked for.</summary>
    private static IEnumerable<(double From, double To)> Dashes(double from, double to, double dash, double gap)
    {
        if (to - from <= dash)
        {
            yield return (from, to);
            yield break;
        }

        var steps = Math.Max(1, (int)Math.Ceiling(((to - from - dash) / (dash + gap)) - 1e-9));
        for (var k = 0; k <= steps; k++)
        {
            var begin = from + ((to - from - dash) * k / steps);
            yield return (begin, begin + dash);
        }
    }

    /// <summary>Middles of equal parts no longer than asked for.</summary>
    private static IEnumerable<double> Evenly(double from, double to, double every)
    {
        var parts = Math.Max(1, (int)Math.Ceiling(((to - from) / every) - 1e-9));
        return Enumerable.Range(0, parts).Select(k => from + ((to - from) * (k + 0.5) / parts));
    }

    private static bool Lies(double chainage, List<(double From, double To)> pieces) => pieces.Exists(u => chainage > u.From - 1e-9 && chainage < u.To + 1e-9);

    private static IEnumerable<PaintMark> Ticks(PaintLine line, Run run, List<(double From, double To)> unpainted)
    {
        foreach (var at in line.Traced.Stretches.Select(s => s.FromChainageMetres).Append(run.Length).Where(a => !Lies(a, unpainted)))
        {
            var along = run.DirectionAt(at) * (SignMetres / 4);
            yield return new PaintMark(PaintMarkKind.Tick, run.At(at) - along, run.At(at) + along, at);
        }
    }

    private static IEnumerable<PaintMark> Ends(PaintLine line, Run run, List<(double From, double To)> unpainted)
    {
        foreach (var (at, ends, joins, way) in new[] { (0.0, line.BeginsHere, line.BeginsOnAnother, run.DirectionAt(0) * -1), (run.Length, line.EndsHere, line.EndsOnAnother, run.DirectionAt(run.Length)) })
        {
            // On another line it neither ends nor goes on: the tee says it.
            if (!joins && !Lies(at, unpainted))
            {
                var place = run.At(at);
                var across = new SitePoint(-way.North, way.East) * (SignMetres / 2);
                yield return ends ? new PaintMark(PaintMarkKind.End, place - across, place + across, at) : new PaintMark(PaintMarkKind.GoesOn, place, place + (way * SignMetres), at);
            }
        }
    }

    private static IEnumerable<PaintMark> Bends(PaintLine line, Run run, List<(double From, double To)> unpainted)
    {
        for (var i = 1; i + 1 < run.Points.Count; i++)
        {
            var at = run.ChainageOf(i);
            if ((line.IsSeenToBendAt(run.Points[i]) || Turns(run, i)) && !Lies(at, unpainted))
            {
                yield return new PaintMark(PaintMarkKind.Bend, run.Points[i], run.Points[i], at);
            }
        }
    }

    private static IEnumerable<PaintMark> Tees(PaintLine line, Run run, List<(double From, double To)> unpainted)
    {
        foreach (var (at, towards) in line.Tees)
        {
            var station = run.Project(at);
            var away = towards - station.Foot;
            if (station.Foot.DistanceTo(towards) is > 0 and var length && !Lies(station.ChainageMetres, unpainted))
            {
                yield return new PaintMark(PaintMarkKind.Tee, station.Foot, station.Foot + (away * (Math.Min(SignMetres, length) / length)), station.ChainageMetres);
            }
        }

        foreach (var at in line.TeesNotFollowed)
        {
            var station = run.Project(at);
            if (!Lies(station.ChainageMetres, unpainted))
            {
                yield return new PaintMark(PaintMarkKind.TeeNotFollowed, station.Foot, station.Foot, station.ChainageMetres, "?");
            }
        }
    }
}
