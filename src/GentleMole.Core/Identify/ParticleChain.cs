namespace GentleMole.Core.Identify;

/// <summary>
/// Sequential Monte Carlo over grounds and places of lines (Del Moral, Doucet and Jasra 2006): the likelihood is let in by steps; after each the
/// particles are drawn anew by their weights and moved by Metropolis steps that leave what is reached so far as it is.
/// </summary>
internal sealed class ParticleChain
{
    /// <summary>Particles that are carried on, where it is not said otherwise.</summary>
    public const int Usual = 400;

    private const int FirstPerParticle = 5;
    private const int OnPerParticle = 3;
    private const double LeastEffective = 0.5;
    private const double PinnedPart = 0.5;
    private const int MostStages = 40;
    private const int LastSweeps = 2;
    private const int Halvings = 20;

    /// <summary>Another ground is another field at every dot: of many dots it is tried this seldom.</summary>
    private const int GroundEvery = 8;

    /// <summary>So is another current.</summary>
    private const int AloneEvery = 8;

    /// <summary>What signs would be is collected from one draw in so many: that is enough to say.</summary>
    private const int ExpectEvery = 3;
    private static readonly double[] Steps = [0.15, 0.5, 1];

    private readonly GroundModel _model;
    private readonly Random _random;
    private readonly double[][] _next;
    private readonly int _old;
    private readonly int _count;
    private GroundModel.LikelyGrounds _likely;

    /// <param name="before">A chain over all dots but the last, to be carried on: then only the last is let in.</param>
    public ParticleChain(GroundModel model, int seed, CancellationToken cancel, ParticleChain? before = null, int count = Usual)
    {
        _count = before?._count ?? count;
        (_model, _random) = (model, new Random(seed));
        _next = model.Room();
        _old = before is null ? 0 : model.Dots.Count - 1;
        _likely = model.Likely(before?.Particles ?? []);
        Expected = [.. before?.Expected ?? [], .. model.Dots.Skip(_old).Select(model.ExpectationsOf)];
        double reached;
        (Particles, reached) = before is null ? First() : CarriedOn(before);
        for (var stage = 0; stage < MostStages && reached < 1; stage++)
        {
            cancel.ThrowIfCancellationRequested();
            var from = reached;
            var to = Further(from, t => [.. Particles.Select(p => (t - from) * New(p))]);
            Resample(to - reached);
            reached = to;
            _likely = _model.Likely(Particles);
            for (var sweep = 0; sweep < (reached < 1 || _old > 0 ? 1 : LastSweeps); sweep++)
            {
                foreach (var particle in Particles)
                {
                    Move(particle, reached);
                }
            }
        }
    }

    /// <summary>For each dot what the signs would be, whoever makes the response.</summary>
    public IReadOnlyList<Expectations> Expected { get; }

    /// <summary>All of one weight.</summary>
    public List<Particle> Particles { get; private set; }

    /// <summary>Logarithm of how likely the chain finds everything that was read.</summary>
    public double LogEvidence { get; private set; }

    /// <summary>Ten times as many, some with a line pinned under a dot, weighted back in the first step.</summary>
    private (List<Particle> Particles, double Reached) First()
    {
        var (middle, sigma) = _model.LogAmperes;
        var drawn = new List<(Particle Particle, double LogWeight)>(_count * FirstPerParticle);
        for (var i = 0; i < _count * FirstPerParticle; i++)
        {
            var particle = _model.Empty(_likely.Draw(_random), _next);
            particle.LogAmperes = middle + (sigma * Deviate.Normal(_random));
            double log = 0;
            for (var line = 0; line <= _model.Lines; line++)
            {
                var moves = line < _model.Moving(particle.Ground);
                particle.Stronger[line] = GroundModel.AnyStronger(_random);
                particle.Looser[line] = _model.AnyLooser(_random);
                var aside = _model.Of(particle.Aside, line);
                var deeper = _model.Of(particle.Deeper, line);
                if (moves && _random.NextDouble() < PinnedPart)
                {
                    _model.LayPinned(particle, particle.Ground, line, _random, aside, deeper);
                }
                else
                {
                    _model.Lay(particle, line, _random, aside, deeper);
                }

                if (moves)
                {
                    log -= Math.Log((1 - PinnedPart) + (PinnedPart * Math.Exp(_model.LogPinned(particle, particle.Ground, line, aside, deeper))));
                }
            }

            _model.FillAll(particle);
            for (var dot = 0; dot < Expected.Count; dot++)
            {
                Expect(particle, dot, log);
            }

            drawn.Add((particle, log));
        }

        var reached = Chosen(drawn, _model.LogMean, out var kept);
        foreach (var particle in kept)
        {
            // The fields of so many were not kept.
            particle.Fields = _model.Room();
            _model.FillAll(particle);
            Move(particle, reached);
        }

        return (kept, reached);
    }

    /// <summary>Each of a chain that ends at the dot before goes on in several ways; the fields of its own dots are known.</summary>
    private (List<Particle> Particles, double Reached) CarriedOn(ParticleChain before)
    {
        var (was, dot) = (before._model, _old);
        var drawn = new List<(Particle Particle, double LogWeight)>(before.Particles.Count * OnPerParticle);
        var room = _next[dot];
        foreach (var from in before.Particles)
        {
            for (var i = 0; i < OnPerParticle; i++)
            {
                var particle = _model.Empty(from.Ground, [.. from.Fields, room]);
                particle.LogAmperes = from.LogAmperes;
                from.Log.CopyTo(particle.Log, 0);
                from.Stronger.CopyTo(particle.Stronger, 0);
                from.Looser.CopyTo(particle.Looser, 0);
                double log = 0;
                for (var line = 0; line <= _model.Lines; line++)
                {
                    var aside = _model.Of(particle.Aside, line);
                    var deeper = _model.Of(particle.Deeper, line);
                    was.Of(from.Aside, line).CopyTo(aside);
                    was.Of(from.Deeper, line).CopyTo(deeper);
                    if (_model.Groups > was.Groups)
                    {
                        var elsewhere = _model.Elsewhere(particle, line, dot, aside, deeper);
                        (aside[dot], deeper[dot]) = elsewhere.Draw(_random);
                        log -= elsewhere.LogOver(aside[dot], deeper[dot]);
                    }
                }

                _model.Fill(particle, dot);
                if (i % ExpectEvery == 0)
                {
                    Expect(particle, dot, log);
                }

                drawn.Add((particle, log));
            }
        }

        var reached = Chosen(drawn, before.LogEvidence, out var kept);
        foreach (var particle in kept)
        {
            particle.Fields[dot] = new double[room.Length];
            _model.Fill(particle, dot);
            Move(particle, reached);
        }

        return (kept, reached);
    }

    /// <summary>What the signs of a dot would be as this was drawn.</summary>
    private void Expect(Particle particle, int dot, double log)
    {
        var answer = _model.Answer(particle, dot);
        var isSame = dot > 0 && _model.Answer(particle, dot - 1) == answer;
        Expected[dot].Add(answer, _model.Expected(particle, dot), isSame ? _model.Expected(particle, dot - 1) : null, log);
    }

    /// <summary>Lets in as much as can be at once, and chooses by weight.</summary>
    private double Chosen(List<(Particle Particle, double LogWeight)> drawn, double logBefore, out List<Particle> kept)
    {
        double[] Weights(double to) => [.. drawn.Select(d => d.LogWeight + (to * New(d.Particle)))];
        var reached = Further(0, Weights);
        var weights = Weights(reached);
        LogEvidence = LogSum(weights) - Math.Log(drawn.Count) + logBefore;
        kept = [.. Drawn(weights, _count).Select(i => drawn[i].Particle.Copy())];
        return reached;
    }

    /// <summary>Logarithm of the likelihood of what is being let in.</summary>
    private double New(Particle particle)
    {
        double sum = 0;
        for (var dot = _old; dot < particle.Log.Length; dot++)
        {
            sum += particle.Log[dot];
        }

        return sum;
    }

    /// <summary>How much of a dot's likelihood is in.</summary>
    private double Part(int dot, double reached) => dot < _old ? 1 : reached;

    /// <summary>How far the likelihood can be let in while enough particles still count.</summary>
    private double Further(double reached, Func<double, double[]> weights)
    {
        var enough = _count * LeastEffective;
        if (Effective(weights(1)) >= enough)
        {
            return 1;
        }

        var (low, high) = (reached, 1.0);
        for (var i = 0; i < Halvings; i++)
        {
            var middle = (low + high) / 2;
            (low, high) = Effective(weights(middle)) < enough ? (low, middle) : (middle, high);
        }

        return high;
    }

    private void Resample(double by)
    {
        double[] weights = [.. Particles.Select(p => by * New(p))];
        LogEvidence += LogSum(weights) - Math.Log(weights.Length);
        Particles = [.. Drawn(weights, _count).Select(i => Particles[i].Copy())];
    }

    /// <summary>Systematic draws by weight.</summary>
    private IEnumerable<int> Drawn(double[] logWeights, int count)
    {
        var total = LogSum(logWeights);
        var (i, passed, offset) = (0, Math.Exp(logWeights[0] - total), _random.NextDouble());
        for (var k = 0; k < count; k++)
        {
            while (passed < (k + offset) / count && i < logWeights.Length - 1)
            {
                passed += Math.Exp(logWeights[++i] - total);
            }

            yield return i;
        }
    }

    private void Move(Particle particle, double reached)
    {
        // Of many dots the last is the one that is let in; of the others one after the other moves a little with it.
        var groups = _model.Groups;
        Wander(particle, groups - 1, reached);
        if (groups == 1)
        {
            OtherGround(particle, reached);
            OtherGround(particle, reached);
        }
        else
        {
            Wander(particle, _random.Next(groups - 1), reached);
            if (_random.Next(GroundEvery) == 0)
            {
                OtherGround(particle, reached);
            }
        }

        Turn(particle, reached);
        _model.Loosen(particle, _random.Next(_model.Lines), _random);
    }

    /// <summary>Lines to other places at one group of dots.</summary>
    private void Wander(Particle particle, int group, double reached)
    {
        for (var i = 0; i < 3; i++)
        {
            Nudge(particle, _random.Next(_model.Moving(particle.Ground)), group, reached);
        }

        Pin(particle, group, reached);
    }

    /// <summary>A line a little aside or deeper at one group of dots, or of more or less current.</summary>
    private void Nudge(Particle particle, int line, int group, double reached)
    {
        var (sideways, deep) = _model.Doubt(particle, line);
        var step = Steps[_random.Next(Steps.Length)];
        var (was, deeperWas) = (_model.Of(particle.Aside, line)[group], _model.Of(particle.Deeper, line)[group]);
        var aside = was + (step * Math.Min(sideways, 0.3) * Deviate.Normal(_random));
        var deeper = deeperWas + (step * deep * Deviate.Normal(_random));

        // The current is the same at all dots; it moves alone where places do not.
        var isAlone = _model.Groups > 1 && _random.Next(AloneEvery) == 0;
        var moves = isAlone || _model.Groups == 1;
        var stronger = particle.Stronger[line] + (moves ? step * GroundModel.AnyStronger(_random) : 0);
        (aside, deeper) = isAlone ? (was, deeperWas) : (aside, deeper);
        var logPrior = GroundModel.LogStronger(stronger) - GroundModel.LogStronger(particle.Stronger[line])
            + (isAlone ? 0 : _model.LogMoved(particle, line, group, aside, deeper, _model.Of(particle.Aside, line), _model.Of(particle.Deeper, line)));
        TryLine(particle, line, moves ? -1 : group, group, aside, deeper, stronger, reached, logPrior);
    }

    /// <summary>A line somewhere else altogether at one group of dots, perhaps under a dot.</summary>
    private void Pin(Particle particle, int group, double reached)
    {
        var line = _random.Next(_model.Moving(particle.Ground));
        var elsewhere = _model.Elsewhere(particle, line, group, _model.Of(particle.Aside, line), _model.Of(particle.Deeper, line));
        var (aside, deeper) = elsewhere.Draw(_random);
        var worth = elsewhere.LogOver(_model.Of(particle.Aside, line)[group], _model.Of(particle.Deeper, line)[group]) - elsewhere.LogOver(aside, deeper);
        TryLine(particle, line, _model.Groups == 1 ? -1 : group, group, aside, deeper, particle.Stronger[line], reached, worth);
    }

    /// <param name="only">The group whose dots change; −1 for all.</param>
    /// <param name="group">The group at which it lies elsewhere.</param>
    private void TryLine(Particle particle, int line, int only, int group, double aside, double deeper, double stronger, double reached, double logPrior)
    {
        double gained = 0;
        Span<double> log = stackalloc double[_model.Dots.Count];
        for (var dot = 0; dot < _model.Dots.Count; dot++)
        {
            var of = _model.GroupOf(dot);
            if (only >= 0 && of != only)
            {
                log[dot] = particle.Log[dot];
                continue;
            }

            var (a, d) = of == group ? (aside, deeper) : (_model.Of(particle.Aside, line)[of], _model.Of(particle.Deeper, line)[of]);
            var part = _model.Part(_next[dot], dot, line);
            _model.Fill(particle.Ground, dot, line, a, d, stronger, part);
            log[dot] = _model.Log(dot, particle.Fields[dot], line, part, particle.LogAmperes);
            gained += Part(dot, reached) * (log[dot] - particle.Log[dot]);
        }

        if (Math.Log(_random.NextDouble()) < gained + logPrior)
        {
            (_model.Of(particle.Aside, line)[group], _model.Of(particle.Deeper, line)[group], particle.Stronger[line]) = (aside, deeper, stronger);
            for (var dot = 0; dot < log.Length; dot++)
            {
                if (only < 0 || _model.GroupOf(dot) == only)
                {
                    _model.Part(_next[dot], dot, line).CopyTo(_model.Part(particle.Fields[dot], dot, line));
                }
            }

            log.CopyTo(particle.Log);
        }
    }

    /// <summary>The same places in another ground, often one in which others of the particles are; an unknown line in it is laid anew.</summary>
    private void OtherGround(Particle particle, double reached)
    {
        var (ground, unknown) = (_likely.Draw(_random), _model.Unknown);
        Span<double> aside = stackalloc double[_model.Groups];
        Span<double> deeper = stackalloc double[_model.Groups];
        var was = _model.Of(particle.Aside, unknown);
        var deeperWas = _model.Of(particle.Deeper, unknown);
        was.CopyTo(aside);
        deeperWas.CopyTo(deeper);
        var logPrior = _likely.LogWorth(ground) - _likely.LogWorth(particle.Ground);
        if (_model.Grounds[particle.Ground].Draw.HasUnknown)
        {
            logPrior += _model.LogPinned(particle, particle.Ground, unknown, was, deeperWas);
        }

        if (_model.Grounds[ground].Draw.HasUnknown)
        {
            _model.LayPinned(particle, ground, unknown, _random, aside, deeper);
            logPrior -= _model.LogPinned(particle, ground, unknown, aside, deeper);
        }

        double gained = 0;
        Span<double> log = stackalloc double[_model.Dots.Count];
        for (var dot = 0; dot < _model.Dots.Count; dot++)
        {
            var group = _model.GroupOf(dot);
            for (var maker = 0; maker < _model.Makers; maker++)
            {
                var line = Math.Min(maker, unknown);
                var (a, d) = maker == unknown ? (aside[group], deeper[group]) : (_model.Of(particle.Aside, line)[group], _model.Of(particle.Deeper, line)[group]);
                _model.Fill(ground, dot, maker, a, d, particle.Stronger[line], _model.Part(_next[dot], dot, maker));
            }

            log[dot] = _model.Log(dot, _next[dot], particle.LogAmperes);
            gained += Part(dot, reached) * (log[dot] - particle.Log[dot]);
        }

        if (Math.Log(_random.NextDouble()) < gained + logPrior)
        {
            particle.Ground = ground;
            aside.CopyTo(was);
            deeper.CopyTo(deeperWas);
            for (var dot = 0; dot < log.Length; dot++)
            {
                (particle.Fields[dot], _next[dot]) = (_next[dot], particle.Fields[dot]);
            }

            log.CopyTo(particle.Log);
        }
    }

    /// <summary>A little more or less current.</summary>
    private void Turn(Particle particle, double reached)
    {
        var (middle, sigma) = _model.LogAmperes;
        var amperes = particle.LogAmperes + (Math.Min(sigma, 0.1) * Deviate.Normal(_random));
        double Prior(double log) => -0.5 * (log - middle) * (log - middle) / (sigma * sigma);
        double gained = 0;
        Span<double> log = stackalloc double[_model.Dots.Count];
        for (var dot = 0; dot < _model.Dots.Count; dot++)
        {
            log[dot] = _model.Log(dot, particle.Fields[dot], amperes);
            gained += Part(dot, reached) * (log[dot] - particle.Log[dot]);
        }

        if (Math.Log(_random.NextDouble()) < gained + Prior(amperes) - Prior(particle.LogAmperes))
        {
            particle.LogAmperes = amperes;
            log.CopyTo(particle.Log);
        }
    }

    private static double Effective(double[] logWeights)
    {
        var total = LogSum(logWeights);
        return 1 / logWeights.Sum(w => Math.Exp(2 * (w - total)));
    }

    private static double LogSum(double[] logs)
    {
        var most = logs.Max();
        return double.IsFinite(most) ? most + Math.Log(logs.Sum(l => Math.Exp(l - most))) : most;
    }
}
