using GentleMole.Core.Site;
using GentleMole.Core.Trace;

namespace GentleMole.Core.Together;

/// <summary>
/// One line by receiver and radar. Where a dot and a run that is said to be its line agree, in place and in depth, both tell: the depth is
/// that of both by their weights, the ± shrinks, and a doubt about the place is lifted. Where they do not, neither is changed by the other,
/// the dot is doubtful, and somebody is asked. Where only the radar was, the run marks the line.
/// </summary>
public sealed class LineTogether
{
    /// <summary>A dot farther beside a run than this is of another part of its line.</summary>
    private const double BesideMetres = 2;

    /// <summary>A run goes on so far beyond the outermost lines that met it, metres: about half of what is between them.</summary>
    private const double BeyondMetres = 0.4;

    /// <summary>Nearer to a dot than this the radar marks no place of its own.</summary>
    private const double SeamMetres = 1;

    /// <summary>Places that a radar alone marks lie so far apart at least; its lines are nearer, and say no more.</summary>
    private const double StepMetres = 1.5;

    /// <summary>Nobody lays a profile more exactly than this.</summary>
    private const double LeastHalfMetres = 0.01;

    private LineTogether(TracedLine line, IReadOnlyList<WitnessHeld> witnesses) => (Line, Witnesses) = (line, witnesses);

    /// <summary>The line by both.</summary>
    public TracedLine Line { get; }

    /// <summary>Runs with the dots that lie by them.</summary>
    public IReadOnlyList<WitnessHeld> Witnesses { get; }

    /// <summary>True where a radar had a say in a place or a depth of it.</summary>
    public bool HasRadar => Line.Points.Any(p => p.ByRadar is not null);

    /// <summary>Joins them.</summary>
    /// <param name="own">By receiver and sonde.</param>
    /// <param name="outsideMetres">How thick the line is; null where nobody has said it.</param>
    public static LineTogether Of(TracedLine own, IReadOnlyList<RadarWitness> witnesses, double? outsideMetres)
    {
        if (witnesses.Count == 0)
        {
            return new LineTogether(own, []);
        }

        var held = witnesses.Select(w => Held(own.Points, w, outsideMetres)).ToList();
        var points = own.Points.Select((p, i) => held.Aggregate(p, (point, w) => Joined(point, i, w))).ToList();
        return new LineTogether(WithRadarAlone(own, points, [.. held.SelectMany(w => Marks(w, outsideMetres))]), held);
    }

    /// <summary>Holds a run against dots.</summary>
    public static WitnessHeld Held(IReadOnlyList<MarkPoint> dots, RadarWitness witness, double? outsideMetres)
    {
        var met = new List<Meeting>();
        for (var i = 0; i < dots.Count; i++)
        {
            var dot = dots[i];
            var (along, aside, _) = witness.Way.ProjectBeyond(dot.Place);
            if (along < -BeyondMetres || along > witness.Way.Length + BeyondMetres)
            {
                continue;
            }

            var at = Math.Clamp(along, 0, witness.Way.Length);
            if (Math.Abs(aside) <= BesideMetres)
            {
                met.Add(new Meeting(
                    i, dot.Number, at, Estimate.Symmetric(-aside, Root(dot.AcrossHalfWidthMetres, witness.LateralHalfMetres)),
                    TwoFinds.CentreOf(Cover(witness, at), outsideMetres), dot.Depth is { } depth ? TwoFinds.Of(depth, Cover(witness, at), outsideMetres) : null));
            }
        }

        return new WitnessHeld(witness, met);
    }

    private static MarkPoint Joined(MarkPoint dot, int index, WitnessHeld held)
    {
        if (dot.Exposed || held.At(index) is not { } met)
        {
            return dot;
        }

        var witness = held.Witness;
        dot = dot with { WithoutRadar = dot.WithoutRadar ?? dot.Depth, ByRadar = met.ByRadar };
        if (!met.IsPlaceAgreed && held.Answer == WitnessAnswer.Receiver)
        {
            return dot;
        }

        if (!met.IsPlaceAgreed || (met.Depth is { IsAgreed: false } && held.Answer == WitnessAnswer.Open))
        {
            return dot with { Verdict = Worse(dot.Verdict, Verdict.Caution), IsDoubtOfPlace = false };
        }

        var (across, ours) = (dot.AcrossHalfWidthMetres, Math.Max(witness.LateralHalfMetres, LeastHalfMetres));
        var (sum, share) = (1 / Math.Sqrt((1 / Square(across)) + (1 / Square(ours))), Square(across) / (Square(across) + Square(ours)));
        // Round the place that is marked, which is not moved: the middle of both lies a little beside it.
        var narrower = Math.Min(across, (share * Math.Abs(met.AsideMetres.Value)) + sum);
        var joined = dot with { AcrossHalfWidthMetres = narrower, By = MarkedBy.Together };
        return held.Answer switch
        {
            // The radar's velocity is taken from this very depth: it cannot confirm it too.
            WitnessAnswer.Receiver => joined,
            WitnessAnswer.Radar => joined with { Depth = met.ByRadar, By = MarkedBy.Settled },
            WitnessAnswer.Open => joined with
            {
                Depth = met.Depth?.Together ?? met.ByRadar,
                Verdict = dot is { Verdict: Verdict.Caution, IsDoubtOfPlace: true } && witness.IsSure ? Verdict.Sound : dot.Verdict,
            },
            _ => throw new ArgumentOutOfRangeException(nameof(held)),
        };
    }

    /// <summary>Places of a run as marks of its line.</summary>
    private static IEnumerable<MarkPoint> Marks(WitnessHeld held, double? outsideMetres)
    {
        var witness = held.Witness;
        var (factor, more) = held is { Answer: WitnessAnswer.Receiver, Usual.Depth: { } usual } ? (held.VelocityFactor, usual.Apart.HalfWidth) : (1, 0);
        var last = double.NegativeInfinity;
        for (var i = 0; i < witness.Way.Points.Count; i++)
        {
            var at = witness.Way.ChainageOf(i);
            if (at - last < StepMetres && i < witness.Way.Points.Count - 1)
            {
                continue;
            }

            last = at;
            var cover = Cover(witness, at);
            var depth = TwoFinds.CentreOf(Estimate.Symmetric(cover.Value * factor, Root(cover.HalfWidth, more)), outsideMetres);
            yield return new MarkPoint(witness.Way.Points[i], witness.LateralHalfMetres, depth, witness.IsSure && !held.IsOpen ? Verdict.Sound : Verdict.Caution, 0) { By = MarkedBy.Radar, ByRadar = depth };
        }
    }

    /// <summary>The line with the radar's places where no dot proves it: before its first, after its last, and in gaps too long to vouch for.</summary>
    private static TracedLine WithRadarAlone(TracedLine own, List<MarkPoint> points, List<MarkPoint> radar)
    {
        if (radar.Count == 0)
        {
            return points.Count == 0 ? own : TracedLine.InOrder(points);
        }

        if (own.Run is not { } run)
        {
            var free = new List<MarkPoint>(points);
            foreach (var mark in radar)
            {
                if (free.TrueForAll(p => p.Place.DistanceTo(mark.Place) >= SeamMetres))
                {
                    free.Add(mark);
                }
            }

            return Numbered(TracedLine.Join(free).Points);
        }

        var slots = Enumerable.Range(0, points.Count + 1).Select(_ => new List<(double Along, MarkPoint Mark)>()).ToArray();
        foreach (var mark in radar)
        {
            var on = run.Project(mark.Place);
            var far = on.Foot.DistanceTo(mark.Place);
            if (IsEnd(run, on.ChainageMetres))
            {
                // Slot 0 lies before the first dot, the last one after the last.
                if (far >= SeamMetres)
                {
                    var first = on.ChainageMetres <= 0;
                    slots[first ? 0 : points.Count].Add((first ? -far : far, mark));
                }

                continue;
            }

            var gap = Enumerable.Range(0, own.Stretches.Count).FirstOrDefault(s => on.ChainageMetres <= own.Stretches[s].ToChainageMetres, own.Stretches.Count - 1);
            if (own.Stretches[gap].TooLong && far <= BesideMetres && Math.Min(mark.Place.DistanceTo(points[gap].Place), mark.Place.DistanceTo(points[gap + 1].Place)) >= SeamMetres)
            {
                slots[gap + 1].Add((on.ChainageMetres, mark));
            }
        }

        var all = new List<MarkPoint>();
        for (var s = 0; s <= points.Count; s++)
        {
            foreach (var (_, mark) in slots[s].OrderBy(m => m.Along))
            {
                // Two runs of one line may lie over each other for a stretch.
                if (all.Count == 0 || all[^1].Place.DistanceTo(mark.Place) >= SeamMetres)
                {
                    all.Add(mark);
                }
            }

            if (s < points.Count)
            {
                all.Add(points[s]);
            }
        }

        return Numbered(all);
    }

    /// <summary>Places that a radar alone marks are counted on their own, along the line.</summary>
    private static TracedLine Numbered(IReadOnlyList<MarkPoint> points)
    {
        var number = 0;
        return TracedLine.InOrder([.. points.Select(p => p.By == MarkedBy.Radar ? p with { Number = ++number } : p)]);
    }

    private static Estimate Cover(RadarWitness witness, double chainageMetres) => Estimate.Symmetric(witness.CoverAt(chainageMetres), witness.CoverHalfMetres);

    private static bool IsEnd(Run run, double chainageMetres) => chainageMetres <= 1e-9 || chainageMetres >= run.Length - 1e-9;

    private static Verdict Worse(Verdict a, Verdict b) => (Verdict)Math.Max((int)a, (int)b);

    private static double Square(double value) => value * value;

    private static double Root(double a, double b) => Math.Sqrt(Square(a) + Square(b));
}
