using GentleMole.Core.Site;
using GentleMole.Core.Trace;

namespace GentleMole.Core.Follow;

/// <summary>Knots in order with the polyline through them, along which the line wanders to the side, and the corners at which it breaks.</summary>
internal sealed class KnotChain
{
    /// <summary>Usual wandering of lines in plan: 2° over a metre, 6° over ten; and of their depth: 1 cm a metre over a metre.</summary>
    private const double UsualTurning = -3;
    private const double UsualDiving = -3.8;
    private const double RateSpread = 0.7;

    /// <summary>Rates at which it is looked which dot stands off most.</summary>
    private const double LookTurning = 1e-3;
    private const double LookDiving = 3e-4;

    /// <summary>A slope after a corner may be any.</summary>
    private const double AnyTurn = 1;

    private const double BendVariance = 0.3 * 0.3;

    private readonly double[] _heading;
    private readonly (double Value, double Slope)[] _broken;
    private readonly Dictionary<int, FittedCorner> _cornerOn = [];

    public KnotChain(IReadOnlyList<Knot> knots, IReadOnlyList<FittedCorner> corners)
    {
        (Knots, Corners) = (knots, corners);
        _heading = new double[knots.Count];
        for (var i = 1; i < knots.Count; i++)
        {
            var way = knots[i].Place - knots[i - 1].Place;
            var angle = Math.Atan2(way.East, way.North);
            _heading[i] = i == 1 ? angle : _heading[i - 1] + Math.IEEERemainder(angle - _heading[i - 1], 2 * Math.PI);
        }

        if (knots.Count > 1)
        {
            _heading[0] = _heading[1];
        }

        _broken = new (double, double)[knots.Count];
        for (var i = 1; i < knots.Count; i++)
        {
            // A hand finds a bend not better than so: each leg passes it at its own distance.
            _broken[i] = knots[i - 1].Bend is not null ? (BendVariance, AnyTurn) : (0, 0);
        }

        foreach (var corner in corners.Where(c => c.Marked is null))
        {
            if (StepOf(corner) is var step && step > 0)
            {
                var half = Length(step) / 2;
                _broken[step] = (half * half, AnyTurn);
                _cornerOn[step] = corner with { InsideMetres = Math.Min(Knots[step - 1].Place.DistanceTo(corner.Place), Knots[step].Place.DistanceTo(corner.Place)) * Math.Tan(Math.Abs(corner.TurnDegrees) * Math.PI / 720) };
            }
        }
    }

    public IReadOnlyList<Knot> Knots { get; }

    public IReadOnlyList<FittedCorner> Corners { get; }

    /// <summary>The corner that lies on the step to a knot, with how far a bend would cut inside there; null for none.</summary>
    public FittedCorner? CornerOn(int knot) => _cornerOn.GetValueOrDefault(knot);

    /// <summary>Its corners as they are told: marked ones, and those that lie on a step.</summary>
    public IReadOnlyList<FittedCorner> ToldCorners => [.. Corners.Select(c => _cornerOn.Values.FirstOrDefault(o => o.Place == c.Place) ?? c)];

    /// <summary>Direction of the step that leads to a knot, radians; turns are not folded back.</summary>
    public double Heading(int knot) => _heading[knot];

    /// <summary>Metres from the knot before.</summary>
    public double Length(int knot) => Knots[knot].Place.DistanceTo(Knots[knot - 1].Place);

    /// <summary>Square to the line at a knot, to the right.</summary>
    public SitePoint Right(int knot) => RightOf(knot == 0 ? _heading[Math.Min(1, Knots.Count - 1)] : knot == Knots.Count - 1 ? _heading[^1] : (_heading[knot] + _heading[knot + 1]) / 2);

    /// <summary>Square to the step that leads to a knot.</summary>
    public SitePoint RightOfStep(int knot) => RightOf(_heading[knot]);

    private static SitePoint RightOf(double heading) => new(Math.Cos(heading), -Math.Sin(heading));

    /// <summary>The step on which the line breaks at a corner between two dots; 0 for none.</summary>
    private int StepOf(FittedCorner corner)
    {
        int Of(int number) => Knots.TakeWhile(k => k.Dots.All(d => d.Number != number)).Count();
        var (from, to) = (Of(corner.Before), Of(corner.After));
        return to < Knots.Count && from < to
            ? Enumerable.Range(from + 1, to - from).MinBy(k => Segment.Distance(corner.Place, Knots[k - 1].Place, Knots[k].Place)) : 0;
    }

    /// <summary>How far right of its knot a dot stands.</summary>
    public double OffsetOf(int knot, FollowedDot dot) => (dot.Place - Knots[knot].Place).Dot(Right(knot));

    /// <summary>Standard deviation of a dot across: close to a corner the peak is pulled inwards, and its doubt grows.</summary>
    public double SigmaOf(int knot, FollowedDot dot)
    {
        var depth = dot.Depth?.Value ?? FollowRules.UsualDepthMetres;
        var near = Corners.Count == 0 ? double.PositiveInfinity : Corners.Min(c => c.Place.DistanceTo(Knots[knot].Place));
        var pull = near < FollowRules.CornerDepths * depth ? 0.25 * depth * (1 - (near / (FollowRules.CornerDepths * depth))) : 0;
        return Math.Sqrt(Math.Pow(Knot.SigmaOf(dot), 2) + (pull * pull));
    }

    /// <summary>Knots and places between them, no farther apart than so much.</summary>
    public List<KnotNode> Nodes(double stepMetres)
    {
        var nodes = new List<KnotNode> { new(0, 1, 0) };
        double at = 0;
        for (var k = 1; k < Knots.Count; k++)
        {
            var parts = Math.Max(1, (int)Math.Ceiling(Length(k) / stepMetres));
            for (var p = 1; p <= parts; p++)
            {
                at += Length(k) / parts;
                nodes.Add(new KnotNode(k, p == parts ? 1 : p / (double)parts, at));
            }
        }

        return nodes;
    }

    /// <summary>How far right of the polyline the line lies, at nodes.</summary>
    public WanderPlace[] Across(List<KnotNode> nodes) => WanderSmoother.Of([.. nodes.Select((n, i) => AcrossStep(n, i == 0 ? null : nodes[i - 1]))], UsualTurning, RateSpread).Places;

    /// <summary>Its depth at nodes; null where fewer than two were measured.</summary>
    /// <param name="without">Dots whose depth is left out.</param>
    public WanderPlace[]? Depth(List<KnotNode> nodes, IReadOnlySet<FollowedDot> without)
    {
        List<WanderStep> steps = [.. nodes.Select((n, i) => DepthStep(n, i == 0 ? null : nodes[i - 1], without))];
        return steps.Sum(s => s.Measured.Count) < 2 ? null : WanderSmoother.Of(steps, UsualDiving, RateSpread).Places;
    }

    /// <summary>Logarithm of how likely the line makes where the dots stand.</summary>
    public double Evidence() => WanderSmoother.Evidence(AcrossSteps(), UsualTurning, RateSpread);

    /// <summary>The same of their depths.</summary>
    public double DepthEvidence(IReadOnlySet<FollowedDot> without) => WanderSmoother.Evidence(DepthSteps(without), UsualDiving, RateSpread);

    /// <summary>By how many standard deviations each dot stands off the line through the others, as far as lines usually wander.</summary>
    public IEnumerable<(int Knot, FollowedDot Dot, double Sigmas)> StandOff()
    {
        var places = WanderSmoother.At(AcrossSteps(), LookTurning);
        for (var k = 0; k < Knots.Count; k++)
        {
            foreach (var dot in Knots[k].Dots)
            {
                var (off, sigma) = ByOthers(places[k], OffsetOf(k, dot), SigmaOf(k, dot));
                yield return (k, dot, Math.Abs(off) >= FollowRules.OutlierMetres && dot.Feature != LineFeature.Bend ? Math.Abs(off) / sigma : 0);
            }
        }
    }

    /// <summary>The same of their depths.</summary>
    public IEnumerable<(int Knot, FollowedDot Dot, double Sigmas)> StandOffInDepth(IReadOnlySet<FollowedDot> without)
    {
        var places = WanderSmoother.At(DepthSteps(without), LookDiving);
        for (var k = 0; k < Knots.Count; k++)
        {
            foreach (var dot in Knots[k].Dots.Where(d => d.Depth is not null && !without.Contains(d)))
            {
                var (off, sigma) = ByOthers(places[k], dot.Depth!.Value.Value, Knot.SigmaOf(dot.Depth.Value));
                yield return (k, dot, Math.Abs(off) >= FollowRules.OutlierMetres ? Math.Abs(off) / sigma : 0);
            }
        }
    }

    /// <summary>How far a measurement stands off what the others say, and the standard deviation of that.</summary>
    public static (double Off, double Sigma) ByOthers(WanderPlace place, double value, double sigma)
    {
        var (others, variance) = place.Without(value, sigma);
        return double.IsFinite(variance) ? (value - others, Math.Sqrt(variance + (sigma * sigma))) : (0, double.PositiveInfinity);
    }

    /// <summary>The knots round one, with the corners among them.</summary>
    public KnotChain Round(int knot, int reach)
    {
        var (from, to) = (Math.Max(0, knot - reach), Math.Min(Knots.Count - 1, knot + reach));
        return from == 0 && to == Knots.Count - 1 ? this : new KnotChain([.. Knots.Skip(from).Take(to - from + 1)], Corners);
    }

    /// <summary>Without a dot; a knot that has no other goes.</summary>
    public KnotChain Without(FollowedDot dot) =>
        new([.. Knots.Where(k => k.Dots.Any(d => d != dot)).Select(k => k.Dots.Contains(dot) ? k with { Dots = [.. k.Dots.Where(d => d != dot)] } : k)], Corners);

    private List<WanderStep> AcrossSteps() => [.. Knots.Select((_, k) => AcrossStep(new KnotNode(k, 1, 0), k == 0 ? null : new KnotNode(k - 1, 1, 0), k == 0 ? 0 : Length(k)))];

    private List<WanderStep> DepthSteps(IReadOnlySet<FollowedDot> without) =>
        [.. Knots.Select((_, k) => DepthStep(new KnotNode(k, 1, 0), null, without) with { Metres = k == 0 ? 0 : Length(k) })];

    private WanderStep AcrossStep(KnotNode node, KnotNode? before, double? metres = null)
    {
        var k = node.Knot;
        var begins = before is { } b && b.Knot < k;
        return new WanderStep(
            metres ?? node.ChainageMetres - (before?.ChainageMetres ?? 0), begins && k > 1 ? _heading[k] - _heading[k - 1] : 0,
            begins ? _broken[k].Value : 0, begins ? _broken[k].Slope : 0,
            node.IsKnot ? [.. Knots[k].Dots.Select(d => (OffsetOf(k, d), SigmaOf(k, d)))] : []);
    }

    private WanderStep DepthStep(KnotNode node, KnotNode? before, IReadOnlySet<FollowedDot> without) => new(
        node.ChainageMetres - (before?.ChainageMetres ?? 0), 0, 0, 0,
        node.IsKnot ? [.. Knots[node.Knot].Dots.Where(d => d.Depth is not null && !without.Contains(d)).Select(d => (d.Depth!.Value.Value, Knot.SigmaOf(d.Depth.Value)))] : []);
}
