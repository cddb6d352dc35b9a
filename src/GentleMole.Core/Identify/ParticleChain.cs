namespace GentleMole.Core.Identify;

/// <summary>
/// Sequential Monte Carlo over grounds and places of lines (Del Moral, Doucet and Jasra 2006): the likelihood is let in by steps; after each the
/// particles are drawn anew by their weights and moved by Metropolis steps that leave what is reached so far as it is.
/// </summary>
internal sealed class ParticleChain
{
    /// <summary>Particles that are carried on.</summary>
    public const int Count = 400;

    private const int FirstPerParticle = 5;
    private const double LeastEffective = 0.5;
    private const double PinnedPart = 0.5;
    private const int MostStages = 40;
    private const int LastSweeps = 2;
    private const int Halvings = 20;
    private static readonly double[] Steps = [0.15, 0.5, 1];

    private readonly GroundModel _model;
    private readonly Random _random;
    private readonly double[][] _next;
    private GroundModel.LikelyGrounds _likely;

    public ParticleChain(GroundModel model, int seed, CancellationToken cancel)
    {
        (_model, _random) = (model, new Random(seed));
        _next = model.Room();
        _likely = model.Likely([]);
        Expected = [.. model.Dots.Select(model.ExpectationsOf)];
        double reached;
        (Particles, reached) = First();
        for (var stage = 0; stage < MostStages && reached < 1; stage++)
        {
            cancel.ThrowIfCancellationRequested();
            var from = reached;
            var to = Further(from, t => [.. Particles.Select(p => (t - from) * p.Total)]);
            Resample(to - reached);
            reached = to;
            _likely = _model.Likely(Particles);
            for (var sweep = 0; sweep < (reached < 1 ? 1 : LastSweeps); sweep++)
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
        var drawn = new List<(Particle Particle, double LogWeight)>(Count * FirstPerParticle);
        for (var i = 0; i < Count * FirstPerParticle; i++)
        {
            var particle = _model.Empty(_likely.Draw(_random), _next);
            particle.LogAmperes = middle + (sigma * Deviate.Normal(_random));
            double log = 0;
            for (var line = 0; line <= _model.Lines; line++)
            {
                var moves = line < _model.Moving(particle.Ground);
                var (sideways, deep) = _model.Doubt(line);
                particle.Stronger[line] = GroundModel.AnyStronger(_random);
                var isPinned = moves && _random.NextDouble() < PinnedPart;
                (particle.Aside[line], particle.Deeper[line]) = isPinned
                    ? _model.Pinned(particle.Ground, line, _random)
                    : (sideways * Deviate.Normal(_random), deep * Deviate.Normal(_random));
                if (moves)
                {
                    var prior = _model.LogPrior(line, particle.Aside[line], particle.Deeper[line]);
                    log -= Math.Log((1 - PinnedPart) + (PinnedPart * Math.Exp(_model.LogPinned(particle.Ground, line, particle.Aside[line], particle.Deeper[line]) - prior)));
                }
            }

            _model.FillAll(particle);
            var last = (Answer: -1, Signs: default(ExpectedSigns));
            for (var dot = 0; dot < Expected.Count; dot++)
            {
                var here = (Answer: _model.Answer(particle, dot), Signs: _model.Expected(particle, dot));
                Expected[dot].Add(here.Answer, here.Signs, here.Answer == last.Answer ? last.Signs : null, log);
                last = here;
            }

            drawn.Add((particle, log));
        }

        double[] Weights(double to) => [.. drawn.Select(d => d.LogWeight + (to * d.Particle.Total))];
        var reached = Further(0, Weights);
        var weights = Weights(reached);
        LogEvidence = LogSum(weights) - Math.Log(drawn.Count) + _model.LogMean;
        var kept = Drawn(weights, Count).Select(i => drawn[i].Particle.Copy()).ToList();
        foreach (var particle in kept)
        {
            // The fields of so many were not kept.
            particle.Fields = _model.Room();
            _model.FillAll(particle);
            Move(particle, reached);
        }

        return (kept, reached);
    }

    /// <summary>How far the likelihood can be let in while enough particles still count.</summary>
    private static double Further(double reached, Func<double, double[]> weights)
    {
        const double enough = Count * LeastEffective;
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
        double[] weights = [.. Particles.Select(p => by * p.Total)];
        LogEvidence += LogSum(weights) - Math.Log(weights.Length);
        Particles = [.. Drawn(weights, Count).Select(i => Particles[i].Copy())];
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
        for (var i = 0; i < 3; i++)
        {
            Nudge(particle, _random.Next(_model.Moving(particle.Ground)), reached);
        }

        Pin(particle, reached);
        OtherGround(particle, reached);
        OtherGround(particle, reached);
        Turn(particle, reached);
    }

    /// <summary>A line a little aside or deeper.</summary>
    private void Nudge(Particle particle, int line, double reached)
    {
        var (sideways, deep) = _model.Doubt(line);
        var step = Steps[_random.Next(Steps.Length)];
        var aside = particle.Aside[line] + (step * Math.Min(sideways, 0.3) * Deviate.Normal(_random));
        var deeper = particle.Deeper[line] + (step * deep * Deviate.Normal(_random));
        var stronger = particle.Stronger[line] + (step * GroundModel.AnyStronger(_random));
        var logPrior = _model.LogPrior(line, aside, deeper) - _model.LogPrior(line, particle.Aside[line], particle.Deeper[line])
            + GroundModel.LogStronger(stronger) - GroundModel.LogStronger(particle.Stronger[line]);
        TryLine(particle, line, aside, deeper, stronger, reached, logPrior);
    }

    /// <summary>A line somewhere else altogether, perhaps under a dot.</summary>
    private void Pin(Particle particle, double reached)
    {
        var line = _random.Next(_model.Moving(particle.Ground));
        var (aside, deeper) = _model.Pinned(particle.Ground, line, _random);
        double Worth(double a, double d) => _model.LogPrior(line, a, d) - _model.LogPinned(particle.Ground, line, a, d);
        TryLine(particle, line, aside, deeper, particle.Stronger[line], reached, Worth(aside, deeper) - Worth(particle.Aside[line], particle.Deeper[line]));
    }

    private void TryLine(Particle particle, int line, double aside, double deeper, double stronger, double reached, double logPrior)
    {
        double gained = 0;
        Span<double> log = stackalloc double[_model.Dots.Count];
        for (var dot = 0; dot < _model.Dots.Count; dot++)
        {
            particle.Fields[dot].CopyTo(_next[dot], 0);
            _model.Fill(particle.Ground, dot, line, aside, deeper, stronger, _next[dot]);
            log[dot] = _model.Log(dot, _next[dot], particle.LogAmperes);
            gained += log[dot] - particle.Log[dot];
        }

        if (Math.Log(_random.NextDouble()) < (reached * gained) + logPrior)
        {
            (particle.Aside[line], particle.Deeper[line], particle.Stronger[line]) = (aside, deeper, stronger);
            Take(particle, log);
        }
    }

    /// <summary>The same places in another ground, often one in which others of the particles are; an unknown line in it is laid anew.</summary>
    private void OtherGround(Particle particle, double reached)
    {
        var (ground, unknown) = (_likely.Draw(_random), _model.Unknown);
        var (aside, deeper) = (particle.Aside[unknown], particle.Deeper[unknown]);
        var logPrior = _likely.LogWorth(ground) - _likely.LogWorth(particle.Ground);
        if (_model.Grounds[particle.Ground].Draw.HasUnknown)
        {
            logPrior -= _model.LogPrior(unknown, aside, deeper) - _model.LogPinned(particle.Ground, unknown, aside, deeper);
        }

        if (_model.Grounds[ground].Draw.HasUnknown)
        {
            (aside, deeper) = _model.Pinned(ground, unknown, _random);
            logPrior += _model.LogPrior(unknown, aside, deeper) - _model.LogPinned(ground, unknown, aside, deeper);
        }

        double gained = 0;
        Span<double> log = stackalloc double[_model.Dots.Count];
        for (var dot = 0; dot < _model.Dots.Count; dot++)
        {
            for (var maker = 0; maker < _model.Makers; maker++)
            {
                var isUnknown = maker == unknown;
                var line = Math.Min(maker, unknown);
                _model.Fill(ground, dot, maker, isUnknown ? aside : particle.Aside[line], isUnknown ? deeper : particle.Deeper[line], particle.Stronger[line], _next[dot]);
            }

            log[dot] = _model.Log(dot, _next[dot], particle.LogAmperes);
            gained += log[dot] - particle.Log[dot];
        }

        if (Math.Log(_random.NextDouble()) < (reached * gained) + logPrior)
        {
            particle.Ground = ground;
            (particle.Aside[unknown], particle.Deeper[unknown]) = (aside, deeper);
            Take(particle, log);
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
            gained += log[dot] - particle.Log[dot];
        }

        if (Math.Log(_random.NextDouble()) < (reached * gained) + Prior(amperes) - Prior(particle.LogAmperes))
        {
            particle.LogAmperes = amperes;
            log.CopyTo(particle.Log);
        }
    }

    private void Take(Particle particle, ReadOnlySpan<double> log)
    {
        for (var dot = 0; dot < log.Length; dot++)
        {
            (particle.Fields[dot], _next[dot]) = (_next[dot], particle.Fields[dot]);
        }

        log.CopyTo(particle.Log);
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
