using GentleMole.Core.Fields;
using GentleMole.Core.Network;
using GentleMole.Core.Site;

namespace GentleMole.Core.Identify;

/// <summary>The solved grounds with the dots over them: what lines may do in them, and what that makes at the dots.</summary>
internal sealed class GroundModel
{
    /// <summary>Standard deviation of the logarithm of a recorded line's depth.</summary>
    private const double DepthSigma = 0.2;

    /// <summary>A line that is known to the centimetre still moves a little.</summary>
    private const double LeastDoubtMetres = 0.02;

    /// <summary>Standard deviation of the logarithm of a line's current about that of the nearest solved ground.</summary>
    private const double StrongerSigma = 0.1;

    private const double ShownAmperesSigma = 0.02;
    private const double GuessedAmperesSigma = 1;
    private const double GuessedAmperes = 0.03;


    /// <summary>A plan that is worse than it says is so many times worse.</summary>
    private const double BadPlan = 3;

    private readonly IdentifyTask _task;
    private readonly double[] _weights;
    private readonly double[] _scratch;
    private readonly IReadOnlyList<DotFields> _fields;
    private readonly Dictionary<(int Ground, int Line), List<(int Group, double Aside, double? Deeper)>> _pins = [];
    private readonly PlanError _error;
    private readonly double _widest;

    /// <param name="withUnknown">Only grounds with a line that nobody drew, or only those without; null for all.</param>
    public GroundModel(IdentifyTask task, IReadOnlyList<SolvedGround> grounds, IReadOnlyList<DotFields> dots, bool? withUnknown = null)
    {
        (_task, Grounds, _fields, Dots) = (task, grounds, dots, [.. dots.Select(d => d.Places)]);
        Lines = task.Network.Lines.Count;
        var most = grounds.Max(g => g.LogWeight);
        var weights = grounds.Select(g => withUnknown is { } with && g.Draw.HasUnknown != with ? 0 : Math.Exp(g.LogWeight - most)).ToArray();
        var total = weights.Sum();
        _weights = Array.ConvertAll(weights, w => w / total);
        LogMean = most + Math.Log(total / grounds.Count);
        _scratch = new double[Dots.Max(d => d.Count) * DotPlaces.Each];
        _error = new PlanError([.. Dots.Select(d => d.Observed)], task.PlanHoldsMetres);
        _widest = WidestOf(task);
    }

    /// <summary>What each dot is reckoned with.</summary>
    public static IReadOnlyList<DotFields> FieldsOf(IdentifyTask task, IReadOnlyList<SolvedGround> grounds)
    {
        var reach = task.DoubtMetres.Select(d => DotFields.Reach * WidestOf(task) * Math.Max(LeastDoubtMetres, d)).ToList();
        return [.. task.Dots.Select(d => new DotFields(new DotPlaces(d, task.Receiver), grounds, reach))];
    }

    private static double WidestOf(IdentifyTask task) => task.BadPlanChance > 0 ? BadPlan : 1;

    public IReadOnlyList<SolvedGround> Grounds { get; }

    public IReadOnlyList<DotPlaces> Dots { get; }

    /// <summary>Lines that are recorded; the unknown one follows them, the hookup that.</summary>
    public int Lines { get; }

    public int Unknown => Lines;

    public int Hookup => Lines + 1;

    public int Makers => Lines + 2;

    /// <summary>Logarithm of the mean weight of the grounds, those that are left out counting as nothing.</summary>
    public double LogMean { get; }

    /// <summary>Lines that can move in a ground.</summary>
    public int Moving(int ground) => Grounds[ground].Draw.HasUnknown ? Lines + 1 : Lines;

    /// <summary>Grounds by their weight, half of them by how many particles are in each.</summary>
    /// <param name="particles">Empty to draw by weight alone.</param>
    public LikelyGrounds Likely(IReadOnlyCollection<Particle> particles)
    {
        var drawn = (double[])_weights.Clone();
        if (particles.Count > 0)
        {
            drawn = Array.ConvertAll(drawn, w => w / 2);
            foreach (var particle in particles)
            {
                drawn[particle.Ground] += 0.5 / particles.Count;
            }
        }

        double passed = 0;
        return new LikelyGrounds(_weights, drawn, Array.ConvertAll(drawn, d => passed += d));
    }

    /// <summary>Grounds with how often each is drawn.</summary>
    public sealed record LikelyGrounds(double[] Weights, double[] Drawn, double[] Cumulative)
    {
        /// <summary>A ground.</summary>
        public int Draw(Random random)
        {
            var at = Array.BinarySearch(Cumulative, random.NextDouble() * Cumulative[^1]);
            return Math.Min(at >= 0 ? at : ~at, Cumulative.Length - 1);
        }

        /// <summary>Logarithm of how much likelier a ground is than it is drawn.</summary>
        public double LogWorth(int ground) => Math.Log(Weights[ground] / Drawn[ground]);
    }

    /// <summary>Middle and standard deviation of the logarithm of the current sent.</summary>
    public (double Middle, double Sigma) LogAmperes => _task is { ShownMilliamps: > 0 and var shown, Source: DirectSource or ClampSource }
        ? (Math.Log(shown / 1000), ShownAmperesSigma)
        : (_task.Source is DirectSource or ClampSource ? Math.Log(GuessedAmperes) : 0, GuessedAmperesSigma);

    /// <summary>Dots that share how far lines lie from their plans: each has a number.</summary>
    public int Groups => _error.Groups;

    public int GroupOf(int dot) => _error.GroupOf(dot);

    /// <summary>Standard deviations of a line's place aside and of the logarithm of its depth.</summary>
    public (double Aside, double Deeper) Doubt(Particle particle, int line) => line == Unknown
        ? (GroundSampler.UnknownDoubtMetres, GroundSampler.UnknownDepthSigma)
        : (Math.Max(LeastDoubtMetres, _task.DoubtMetres[line]) * particle.Looser[line], DepthSigma);

    /// <summary>By what a line's doubt may be multiplied.</summary>
    public double AnyLooser(Random random) => random.NextDouble() < _task.BadPlanChance ? BadPlan : 1;

    /// <summary>Tries whether a line's plan is as good as it says or worse; what is made at the dots stays as it is.</summary>
    public void Loosen(Particle particle, int line, Random random)
    {
        if (_task.BadPlanChance <= 0)
        {
            return;
        }

        var (aside, deeper) = (particle.Aside, particle.Deeper);
        double Log() => LogPrior(particle, line, Of(aside, line), Of(deeper, line)) + Math.Log(particle.Looser[line] > 1 ? _task.BadPlanChance : 1 - _task.BadPlanChance);
        var was = (Factor: particle.Looser[line], Log: Log());
        particle.Looser[line] = was.Factor > 1 ? 1 : BadPlan;
        if (Math.Log(random.NextDouble()) >= Log() - was.Log)
        {
            particle.Looser[line] = was.Factor;
        }
    }

    /// <summary>A line's values for all groups.</summary>
    public Span<double> Of(double[] values, int line) => values.AsSpan(line * Groups, Groups);

    /// <summary>Room for the fields of all makers at all dots.</summary>
    public double[][] Room() => [.. Dots.Select(d => new double[Makers * d.Count * DotPlaces.Each])];

    /// <summary>A particle in a ground, its fields not filled in.</summary>
    public Particle Empty(int ground, double[][] fields) => new()
    {
        Ground = ground, Aside = new double[(Lines + 1) * Groups], Deeper = new double[(Lines + 1) * Groups], Stronger = new double[Lines + 1], Looser = Ones(), Fields = fields, Log = new double[Dots.Count],
    };

    private double[] Ones()
    {
        var ones = new double[Lines + 1];
        Array.Fill(ones, 1);
        return ones;
    }

    /// <summary>Fills in what one maker makes at a dot.</summary>
    public void Fill(int ground, int dot, int maker, double aside, double deeper, double stronger, Span<double> into)
    {
        _fields[dot].Fill(ground, maker, aside, deeper, into);
        var by = Grounds[ground].Scale * (maker == Hookup ? 1 : Math.Exp(stronger));
        if (by != 1)
        {
            for (var i = 0; i < into.Length; i++)
            {
                into[i] *= by;
            }
        }
    }

    /// <summary>What one maker makes at a dot, among the fields of all.</summary>
    public Span<double> Part(double[] fields, int dot, int maker) => fields.AsSpan(maker * Stride(dot), Stride(dot));

    /// <summary>Numbers of one maker at a dot.</summary>
    private int Stride(int dot) => Dots[dot].Count * DotPlaces.Each;

    /// <summary>Fills in everything of a particle.</summary>
    public void FillAll(Particle particle)
    {
        for (var dot = 0; dot < Dots.Count; dot++)
        {
            Fill(particle, dot);
        }
    }

    /// <summary>Fills in everything of a particle at one dot.</summary>
    public void Fill(Particle particle, int dot)
    {
        var group = GroupOf(dot);
        for (var maker = 0; maker < Makers; maker++)
        {
            var line = Math.Min(maker, Lines);
            Fill(particle.Ground, dot, maker, Of(particle.Aside, line)[group], Of(particle.Deeper, line)[group], particle.Stronger[line], Part(particle.Fields[dot], dot, maker));
        }

        particle.Log[dot] = Log(dot, particle.Fields[dot], particle.LogAmperes);
    }

    /// <summary>Logarithm of the likelihood of a dot.</summary>
    public double Log(int dot, double[] fields, double logAmperes) => LogOf(dot, Sum(dot, fields), logAmperes);

    /// <summary>The same with one maker's part put in the place of what it was.</summary>
    public double Log(int dot, double[] fields, int maker, ReadOnlySpan<double> part, double logAmperes)
    {
        var sum = Sum(dot, fields);
        var was = Part(fields, dot, maker);
        for (var i = 0; i < sum.Length; i++)
        {
            sum[i] += part[i] - was[i];
        }

        return LogOf(dot, sum, logAmperes);
    }

    private double LogOf(int dot, ReadOnlySpan<double> sum, double logAmperes) => DotLikelihood.Log(Dots[dot], sum, Math.Exp(logAmperes), _task.Receiver);

    /// <summary>How much likelier what was read at a dot would be if all of it agreed with a particle, and how many signs there are.</summary>
    public (double Surprise, int Signs) Surprise(Particle particle, int dot)
    {
        var (_, surprise, signs) = DotLikelihood.Told(Dots[dot], Sum(dot, particle.Fields[dot]), Math.Exp(particle.LogAmperes), _task.Receiver);
        return (surprise, signs);
    }

    /// <summary>What a receiver would show at a dot.</summary>
    public ExpectedSigns Expected(Particle particle, int dot) =>
        ExpectedSigns.Of(Dots[dot], Sum(dot, particle.Fields[dot]), Math.Exp(particle.LogAmperes), _task.Receiver);

    /// <summary>Which maker owns the response of a dot, and whether it lies aside of it: its part of the field in step with the whole is the greatest.</summary>
    public (int Maker, bool IsAside) Owner(Particle particle, int dot)
    {
        var (fields, stride) = (particle.Fields[dot], Stride(dot));
        var at = DotPlaces.Peak * DotPlaces.Each;
        double re = 0, im = 0;
        for (var maker = 0; maker < Makers; maker++)
        {
            (re, im) = (re + fields[(maker * stride) + at], im + fields[(maker * stride) + at + 1]);
        }

        var (owner, most) = (Hookup, double.NegativeInfinity);
        for (var maker = 0; maker < Makers; maker++)
        {
            var part = (fields[(maker * stride) + at] * re) + (fields[(maker * stride) + at + 1] * im);
            if (part > most && (maker != Unknown || Grounds[particle.Ground].Draw.HasUnknown))
            {
                (owner, most) = (maker, part);
            }
        }

        if (owner == Hookup)
        {
            return (owner, false);
        }

        var shape = Grounds[particle.Ground].Shapes[owner];
        var group = GroupOf(dot);
        var (offset, depth, _) = shape.Near(Dots[dot].Observed.Dot - (shape.Aside * Of(particle.Aside, owner)[group]));
        return (owner, Math.Abs(offset) > 0.10 + (0.25 * depth * Math.Exp(Of(particle.Deeper, owner)[group])));
    }

    /// <summary>How much stronger a line's current may be than in the nearest solved ground: logarithm.</summary>
    public static double AnyStronger(Random random) => StrongerSigma * Deviate.Normal(random);

    /// <summary>Logarithm of the prior of that.</summary>
    public static double LogStronger(double stronger) => PinProposal.LogNormal(stronger, 0, StrongerSigma);

    /// <summary>An empty collection of what the signs of a dot would be.</summary>
    public Expectations ExpectationsOf(DotPlaces places) => new(places, _task.Receiver);

    /// <summary>Which explanation a particle is of a dot: a line, the unknown one, the hookup, or disturbed, by their numbers.</summary>
    public int Answer(Particle particle, int dot)
    {
        var (maker, isAside) = Owner(particle, dot);
        return isAside ? Lines + 2 : maker;
    }

    /// <summary>Logarithm of the prior of a line's places and depths, but for what is the same for all.</summary>
    public double LogPrior(Particle particle, int line, ReadOnlySpan<double> aside, ReadOnlySpan<double> deeper)
    {
        var (sideways, deep) = Doubt(particle, line);
        return -(_error.Half(aside) / (sideways * sideways)) - (_error.Half(deeper) / (deep * deep)) - (Groups * Math.Log(sideways * deep));
    }

    /// <summary>Draws a line's places and depths as records have them.</summary>
    public void Lay(Particle particle, int line, Random random, Span<double> aside, Span<double> deeper)
    {
        var (sideways, deep) = Doubt(particle, line);
        _error.Draw(random, aside);
        _error.Draw(random, deeper);
        for (var i = 0; i < Groups; i++)
        {
            (aside[i], deeper[i]) = (aside[i] * sideways, deeper[i] * deep);
        }
    }

    /// <summary>Draws a line's places and depths: half as records have them, half so that it lies under one of the dots.</summary>
    public void LayPinned(Particle particle, int ground, int line, Random random, Span<double> aside, Span<double> deeper)
    {
        var pins = Pins(ground, line);
        if (pins.Count == 0 || random.Next(2) == 0)
        {
            Lay(particle, line, random, aside, deeper);
            return;
        }

        var (sideways, deep) = Doubt(particle, line);
        var (group, at, shown) = pins[random.Next(pins.Count)];
        _error.DrawGiven(group, (at + (PinProposal.Metres * Deviate.Normal(random))) / sideways, random, aside);
        if (shown is { } depth)
        {
            _error.DrawGiven(group, (depth + (PinProposal.DepthSigma * Deviate.Normal(random))) / deep, random, deeper);
        }
        else
        {
            _error.Draw(random, deeper);
        }

        for (var i = 0; i < Groups; i++)
        {
            (aside[i], deeper[i]) = (aside[i] * sideways, deeper[i] * deep);
        }
    }

    /// <summary>Logarithm of the density with which <see cref="LayPinned"/> gives places and depths, over the prior's.</summary>
    public double LogPinned(Particle particle, int ground, int line, ReadOnlySpan<double> aside, ReadOnlySpan<double> deeper)
    {
        var pins = Pins(ground, line);
        if (pins.Count == 0)
        {
            return 0;
        }

        var (sideways, deep) = Doubt(particle, line);
        double sum = 0;
        foreach (var (group, pin, shown) in pins)
        {
            sum += Math.Exp(
                PinProposal.LogNormal(aside[group], pin, PinProposal.Metres) - PinProposal.LogNormal(aside[group], 0, sideways)
                + (shown is { } d ? PinProposal.LogNormal(deeper[group], d, PinProposal.DepthSigma) - PinProposal.LogNormal(deeper[group], 0, deep) : 0)) / pins.Count;
        }

        return Math.Log((1 + sum) / 2);
    }

    /// <summary>Where else a line may be looked for at one group of dots, the others as they are.</summary>
    public PinProposal Elsewhere(Particle particle, int line, int group, ReadOnlySpan<double> aside, ReadOnlySpan<double> deeper)
    {
        var (sideways, deep) = Doubt(particle, line);
        return new PinProposal(Given(aside, sideways, group), Given(deeper, deep, group), line < Moving(particle.Ground) ? Pins(particle.Ground, line).FindAll(p => p.Group == group) : []);
    }

    private (double Middle, double Sigma) Given(ReadOnlySpan<double> values, double sigma, int group)
    {
        Span<double> unit = stackalloc double[Groups];
        for (var i = 0; i < values.Length; i++)
        {
            unit[i] = values[i] / sigma;
        }

        var (middle, spread) = _error.Given(unit, group);
        return (middle * sigma, spread * sigma);
    }

    /// <summary>A place and depth moved a little at one group of dots: by how much less or more likely (logarithm) the line lies so.</summary>
    public double LogMoved(Particle particle, int line, int group, double aside, double deeper, Span<double> asideWas, Span<double> deeperWas)
    {
        var was = LogPrior(particle, line, asideWas, deeperWas);
        Span<double> one = stackalloc double[Groups];
        Span<double> other = stackalloc double[Groups];
        asideWas.CopyTo(one);
        deeperWas.CopyTo(other);
        (one[group], other[group]) = (aside, deeper);
        return LogPrior(particle, line, one, other) - was;
    }

    /// <summary>Where a line would lie under each of the dots that it can reach.</summary>
    private List<(int Group, double Aside, double? Deeper)> Pins(int ground, int line)
    {
        var isKnown = line != Unknown;
        if (_pins.TryGetValue((isKnown ? 0 : ground, line), out var kept))
        {
            return kept;
        }

        var shape = Grounds[ground].Shapes[line];
        var reach = DotFields.Reach * (line == Unknown ? GroundSampler.UnknownDoubtMetres : _widest * Math.Max(LeastDoubtMetres, _task.DoubtMetres[line]));
        var pins = new List<(int, double, double?)>(Dots.Count);
        for (var dot = 0; dot < Dots.Count; dot++)
        {
            var seen = Dots[dot].Observed;
            var (_, depth, foot) = shape.Near(seen.Dot);
            var aside = (seen.Dot - foot).Dot(shape.Aside);
            if (Math.Abs(aside) < reach)
            {
                pins.Add((GroupOf(dot), aside, seen.Depth is { Metres: > 0 and var shown } ? Math.Log(shown / depth) : null));
            }
        }

        return _pins[(isKnown ? 0 : ground, line)] = pins;
    }

    /// <summary>The whole field of a particle at a place and height.</summary>
    /// <param name="solved">Its ground, or the same ground solved for another hookup.</param>
    /// <param name="dot">The dot about which it is asked: there lines lie as they do at it.</param>
    public Func<SitePoint, double, FieldWithPhase> Field(Particle particle, SolvedGround solved, int dot)
    {
        var group = GroupOf(dot);
        var amperes = Math.Exp(particle.LogAmperes) * solved.Scale;
        var makers = solved.Makers;
        var shapes = Grounds[particle.Ground].Shapes;
        return (place, height) =>
        {
            var (inPhase, quadrature) = (default(Vector3), default(Vector3));
            for (var i = 0; i < makers.Count; i++)
            {
                var (moved, by) = (default(Vector3), amperes);
                if (i < shapes.Count)
                {
                    moved = (shapes[i].Aside * Of(particle.Aside, i)[group]).Raised(shapes[i].Near(place).DepthMetres * (1 - Math.Exp(Of(particle.Deeper, i)[group])));
                    by *= Math.Exp(particle.Stronger[i]);
                }

                var at = makers[i].At(place.Raised(height) - moved);
                (inPhase, quadrature) = (inPhase + (at.InPhase * by), quadrature + (at.Quadrature * by));
            }

            return new FieldWithPhase(inPhase, quadrature);
        };
    }

    private Span<double> Sum(int dot, double[] fields)
    {
        var stride = Stride(dot);
        var sum = _scratch.AsSpan(0, stride);
        fields.AsSpan(0, stride).CopyTo(sum);
        for (var maker = 1; maker < Makers; maker++)
        {
            var of = fields.AsSpan(maker * stride, stride);
            for (var i = 0; i < stride; i++)
            {
                sum[i] += of[i];
            }
        }

        return sum;
    }
}
