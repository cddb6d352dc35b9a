namespace GentleMole.Core.Identify;

/// <summary>Metropolis steps of a particle: each leaves how likely it is as it is, as far as the likelihood is let in.</summary>
/// <param name="next">Room for the fields of all makers at all dots.</param>
/// <param name="old">Dots whose likelihood is in altogether; those after them are being let in.</param>
internal sealed class ChainMoves(GroundModel model, Random random, double[][] next, int old)
{
    /// <summary>Another ground is another field at every dot: of many dots it is tried this seldom.</summary>
    private const int GroundEvery = 8;

    /// <summary>So is another current.</summary>
    private const int AloneEvery = 8;

    private static readonly double[] Steps = [0.15, 0.5, 1];
    private readonly LinePlaces _places = model.Places;

    /// <summary>Grounds that are tried, and how often each.</summary>
    public required GroundModel.LikelyGrounds Likely { get; set; }

    /// <summary>Every kind of step once or a few times.</summary>
    /// <param name="reached">How much of what is being let in is in.</param>
    public void Move(Particle particle, double reached)
    {
        // Of many dots the last is the one that is let in; of the others one after the other moves a little with it.
        var groups = _places.Groups;
        Wander(particle, groups - 1, reached);
        if (groups == 1)
        {
            OtherGround(particle, reached);
            OtherGround(particle, reached);
        }
        else
        {
            Wander(particle, random.Next(groups - 1), reached);
            if (random.Next(GroundEvery) == 0)
            {
                OtherGround(particle, reached);
            }
        }

        Turn(particle, reached);
        _places.Loosen(particle, random.Next(model.Lines), random);
    }

    /// <summary>Lines to other places at one group of dots.</summary>
    private void Wander(Particle particle, int group, double reached)
    {
        for (var i = 0; i < 3; i++)
        {
            Nudge(particle, random.Next(model.Moving(particle.Ground)), group, reached);
        }

        Pin(particle, group, reached);
    }

    /// <summary>A line a little aside or deeper at one group of dots, or of more or less current.</summary>
    private void Nudge(Particle particle, int line, int group, double reached)
    {
        var (sideways, deep) = _places.Doubt(particle, line);
        var step = Steps[random.Next(Steps.Length)];
        var (was, deeperWas) = (_places.Of(particle.Aside, line)[group], _places.Of(particle.Deeper, line)[group]);
        var aside = was + (step * Math.Min(sideways, 0.3) * Deviate.Normal(random));
        var deeper = deeperWas + (step * deep * Deviate.Normal(random));

        // The current is the same at all dots; it moves alone where places do not.
        var isAlone = _places.Groups > 1 && random.Next(AloneEvery) == 0;
        var moves = isAlone || _places.Groups == 1;
        var stronger = particle.Stronger[line] + (moves ? step * GroundModel.AnyStronger(random) : 0);
        (aside, deeper) = isAlone ? (was, deeperWas) : (aside, deeper);
        var logPrior = GroundModel.LogStronger(stronger) - GroundModel.LogStronger(particle.Stronger[line])
            + (isAlone ? 0 : _places.LogMoved(particle, line, group, aside, deeper, _places.Of(particle.Aside, line), _places.Of(particle.Deeper, line)));
        TryLine(particle, line, moves ? -1 : group, group, aside, deeper, stronger, reached, logPrior + Within(particle, line, aside));
    }

    /// <summary>A line somewhere else altogether at one group of dots, perhaps under a dot.</summary>
    private void Pin(Particle particle, int group, double reached)
    {
        var line = random.Next(model.Moving(particle.Ground));
        var elsewhere = _places.Elsewhere(particle, line, group, _places.Of(particle.Aside, line), _places.Of(particle.Deeper, line));
        var (aside, deeper) = elsewhere.Draw(random);
        var worth = elsewhere.LogOver(_places.Of(particle.Aside, line)[group], _places.Of(particle.Deeper, line)[group]) - elsewhere.LogOver(aside, deeper);
        TryLine(particle, line, _places.Groups == 1 ? -1 : group, group, aside, deeper, particle.Stronger[line], reached, worth + Within(particle, line, aside));
    }

    /// <summary>Logarithm of how much less likely a line lies so because nobody looks for it there.</summary>
    private double Within(Particle particle, int line, double aside)
    {
        if (line != model.Unknown)
        {
            return 0;
        }

        var was = _places.Of(particle.Aside, line);
        return _places.LogWithin(particle.Ground, [aside]) - _places.LogWithin(particle.Ground, was);
    }

    /// <param name="only">The group whose dots change; −1 for all.</param>
    /// <param name="group">The group at which it lies elsewhere.</param>
    private void TryLine(Particle particle, int line, int only, int group, double aside, double deeper, double stronger, double reached, double logPrior)
    {
        double gained = 0;
        Span<double> log = stackalloc double[model.Dots.Count];
        for (var dot = 0; dot < model.Dots.Count; dot++)
        {
            var of = _places.GroupOf(dot);
            if (only >= 0 && of != only)
            {
                log[dot] = particle.Log[dot];
                continue;
            }

            var (a, d) = of == group ? (aside, deeper) : (_places.Of(particle.Aside, line)[of], _places.Of(particle.Deeper, line)[of]);
            var part = next[model.At(dot, line)];
            model.Fill(particle.Ground, dot, line, a, d, stronger, part);
            log[dot] = model.Log(dot, particle.Fields, line, part, particle.LogAmperes);
            gained += Part(dot, reached) * (log[dot] - particle.Log[dot]);
        }

        if (Math.Log(random.NextDouble()) < gained + logPrior)
        {
            (_places.Of(particle.Aside, line)[group], _places.Of(particle.Deeper, line)[group], particle.Stronger[line]) = (aside, deeper, stronger);
            for (var dot = 0; dot < log.Length; dot++)
            {
                if (only < 0 || _places.GroupOf(dot) == only)
                {
                    Take(particle, dot, line);
                }
            }

            log.CopyTo(particle.Log);
        }
    }

    /// <summary>The same places in another ground, often one in which others of the particles are; an unknown line in it is laid anew.</summary>
    private void OtherGround(Particle particle, double reached)
    {
        var (ground, unknown) = (Likely.Draw(random), model.Unknown);
        Span<double> aside = stackalloc double[_places.Groups];
        Span<double> deeper = stackalloc double[_places.Groups];
        var was = _places.Of(particle.Aside, unknown);
        var deeperWas = _places.Of(particle.Deeper, unknown);
        was.CopyTo(aside);
        deeperWas.CopyTo(deeper);
        var logPrior = Likely.LogWorth(ground) - Likely.LogWorth(particle.Ground);
        if (model.Grounds[particle.Ground].Draw.HasUnknown)
        {
            logPrior += _places.LogPinned(particle, particle.Ground, unknown, was, deeperWas) - _places.LogWithin(particle.Ground, was);
        }

        if (model.Grounds[ground].Draw.HasUnknown)
        {
            _places.LayPinned(particle, ground, unknown, random, aside, deeper);
            logPrior += _places.LogWithin(ground, aside) - _places.LogPinned(particle, ground, unknown, aside, deeper);
        }

        double gained = 0;
        Span<double> log = stackalloc double[model.Dots.Count];
        for (var dot = 0; dot < model.Dots.Count; dot++)
        {
            var group = _places.GroupOf(dot);
            for (var maker = 0; maker < model.Makers; maker++)
            {
                var line = Math.Min(maker, unknown);
                var (a, d) = maker == unknown ? (aside[group], deeper[group]) : (_places.Of(particle.Aside, line)[group], _places.Of(particle.Deeper, line)[group]);
                model.Fill(ground, dot, maker, a, d, particle.Stronger[line], next[model.At(dot, maker)]);
            }

            log[dot] = model.Log(dot, next, particle.LogAmperes);
            gained += Part(dot, reached) * (log[dot] - particle.Log[dot]);
        }

        if (Math.Log(random.NextDouble()) < gained + logPrior)
        {
            particle.Ground = ground;
            aside.CopyTo(was);
            deeper.CopyTo(deeperWas);
            for (var dot = 0; dot < log.Length; dot++)
            {
                for (var maker = 0; maker < model.Makers; maker++)
                {
                    Take(particle, dot, maker);
                }
            }

            log.CopyTo(particle.Log);
        }
    }

    /// <summary>A little more or less current.</summary>
    private void Turn(Particle particle, double reached)
    {
        var (middle, sigma) = model.LogAmperes;
        var amperes = particle.LogAmperes + (Math.Min(sigma, 0.1) * Deviate.Normal(random));
        double Prior(double log) => -0.5 * (log - middle) * (log - middle) / (sigma * sigma);
        double gained = 0;
        Span<double> log = stackalloc double[model.Dots.Count];
        for (var dot = 0; dot < model.Dots.Count; dot++)
        {
            log[dot] = model.Log(dot, particle.Fields, amperes);
            gained += Part(dot, reached) * (log[dot] - particle.Log[dot]);
        }

        if (Math.Log(random.NextDouble()) < gained + Prior(amperes) - Prior(particle.LogAmperes))
        {
            particle.LogAmperes = amperes;
            log.CopyTo(particle.Log);
        }
    }

    /// <summary>Gives a particle what was tried for a maker at a dot; what it had may be another's too.</summary>
    private void Take(Particle particle, int dot, int maker)
    {
        var at = model.At(dot, maker);
        (particle.Fields[at], next[at]) = (next[at], model.Room(dot));
    }

    /// <summary>How much of a dot's likelihood is in.</summary>
    private double Part(int dot, double reached) => dot < old ? 1 : reached;
}
