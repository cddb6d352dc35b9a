using MathNet.Numerics.Distributions;

namespace GentleMole.Core.Identify;

/// <summary>Where lines may lie at the dots of a task: off their plans, deeper or shallower, perhaps right under a dot; how likely each is, and how it is proposed.</summary>
internal sealed class LinePlaces
{
    /// <summary>Standard deviation of the logarithm of a recorded line's depth.</summary>
    private const double DepthSigma = 0.2;

    /// <summary>A line that is known to the centimetre still moves a little.</summary>
    private const double LeastDoubtMetres = 0.02;

    /// <summary>A plan that is worse than it says is so many times worse.</summary>
    private const double BadPlan = 3;

    private readonly IdentifyTask _task;
    private readonly IReadOnlyList<SolvedGround> _grounds;
    private readonly IReadOnlyList<ObservedDot> _dots;
    private readonly int _unknown;
    private readonly PlanError _error;
    private readonly double[]? _logWithin;
    private readonly Dictionary<(int Ground, int Line), List<(int Group, double Aside, double? Deeper)>> _pins = [];

    public LinePlaces(IdentifyTask task, IReadOnlyList<SolvedGround> grounds, IReadOnlyList<ObservedDot> dots)
    {
        (_task, _grounds, _dots, _unknown) = (task, grounds, dots, task.Network.Lines.Count);
        _error = new PlanError(dots, task.PlanHoldsMetres);

        // Along a plan that is off one way here and another there a line that nobody drew may come nearer.
        _logWithin = task.PlanHoldsMetres is null ? [.. grounds.Select(g => g.Draw.UnknownAside is { } aside ? -Math.Log(ChanceWithin(aside)) : 0)] : null;
    }

    /// <summary>How far a recorded line may lie off its plan, metres.</summary>
    public static double ReachOf(IdentifyTask task, int line) => DotFields.Reach * (task.BadPlanChance > 0 ? BadPlan : 1) * Math.Max(LeastDoubtMetres, task.DoubtMetres[line]);

    /// <summary>Dots that share how far lines lie from their plans: each has a number.</summary>
    public int Groups => _error.Groups;

    /// <summary>Which of them is a dot's.</summary>
    public int GroupOf(int dot) => _error.GroupOf(dot);

    /// <summary>Standard deviations of a line's place aside and of the logarithm of its depth.</summary>
    public (double Aside, double Deeper) Doubt(Particle particle, int line) => line == _unknown
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

    /// <summary>Logarithm of the prior of a line's places and depths, but for what is the same for all.</summary>
    public double LogPrior(Particle particle, int line, ReadOnlySpan<double> aside, ReadOnlySpan<double> deeper)
    {
        var (sideways, deep) = Doubt(particle, line);
        return -(_error.Half(aside) / (sideways * sideways)) - (_error.Half(deeper) / (deep * deep)) - (Groups * Math.Log(sideways * deep));
    }

    /// <summary>
    /// Logarithm of how much likelier than by the normal about where it was drawn the line that nobody drew lies so: it keeps to where such
    /// lines are looked for, and is as likely as it is rare.
    /// </summary>
    public double LogWithin(int ground, ReadOnlySpan<double> aside) => _logWithin is null || _grounds[ground].Draw.UnknownAside is not { } drawn
        ? 0
        : Math.Abs(drawn + aside[0]) is >= GroundSampler.LeastAside and <= GroundSampler.MostAside ? _logWithin[ground] : double.NegativeInfinity;

    private static double ChanceWithin(double drawn)
    {
        double Below(double aside) => Normal.CDF(drawn, GroundSampler.UnknownDoubtMetres, aside);
        const double least = GroundSampler.LeastAside, most = GroundSampler.MostAside;
        return Below(most) - Below(least) + Below(-least) - Below(-most);
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
        return new PinProposal(Given(aside, sideways, group), Given(deeper, deep, group), (line < _unknown || _grounds[particle.Ground].Draw.HasUnknown) ? Pins(particle.Ground, line).FindAll(p => p.Group == group) : []);
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
        var isKnown = line != _unknown;
        if (_pins.TryGetValue((isKnown ? 0 : ground, line), out var kept))
        {
            return kept;
        }

        var shape = _grounds[ground].Shapes[line];
        var reach = line == _unknown ? DotFields.Reach * GroundSampler.UnknownDoubtMetres : ReachOf(_task, line);
        var pins = new List<(int, double, double?)>(_dots.Count);
        for (var dot = 0; dot < _dots.Count; dot++)
        {
            var seen = _dots[dot];
            var (_, depth, foot) = shape.Near(seen.Dot);
            var aside = (seen.Dot - foot).Dot(shape.Aside);
            if (Math.Abs(aside) < reach)
            {
                pins.Add((GroupOf(dot), aside, seen.Depth is { Metres: > 0 and var shown } ? Math.Log(shown / depth) : null));
            }
        }

        return _pins[(isKnown ? 0 : ground, line)] = pins;
    }
}
