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

    /// <summary>What signs would be is collected from one draw in so many: that is enough to say.</summary>
    private const int ExpectEvery = 3;

    private readonly GroundModel _model;
    private readonly Random _random;
    private readonly double[][] _next;
    private readonly int _old;
    private readonly int _count;
    private readonly ChainMoves _moves;

    /// <param name="before">A chain over all dots but the last, to be carried on: then only the last is let in.</param>
    public ParticleChain(GroundModel model, int seed, CancellationToken cancel, ParticleChain? before = null, int count = Usual)
    {
        _count = before?._count ?? count;
        (_model, _random) = (model, new Random(seed));
        _next = model.Room();
        _old = before is null ? 0 : model.Dots.Count - 1;
        _moves = new ChainMoves(model, _random, _next, _old) { Likely = model.Likely(before?.Particles ?? []) };
        Expected = [.. before?.Expected ?? [], .. model.Dots.Skip(_old).Select(d => model.ExpectationsOf(d, before?.LogEvidence ?? model.LogMean))];
        double reached;
        (Particles, reached) = before is null ? First() : CarriedOn(before);
        for (var stage = 0; stage < MostStages && reached < 1; stage++)
        {
            cancel.ThrowIfCancellationRequested();
            var from = reached;
            var to = Further(from, t => [.. Particles.Select(p => (t - from) * New(p))]);
            Resample(to - reached);
            reached = to;
            _moves.Likely = _model.Likely(Particles);
            for (var sweep = 0; sweep < (reached < 1 || _old > 0 ? 1 : LastSweeps); sweep++)
            {
                foreach (var particle in Particles)
                {
                    _moves.Move(particle, reached);
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
            var particle = _model.Empty(_moves.Likely.Draw(_random), _next);
            particle.LogAmperes = middle + (sigma * Deviate.Normal(_random));
            double log = 0;
            for (var line = 0; line <= _model.Lines; line++)
            {
                var moves = line < _model.Moving(particle.Ground);
                particle.Stronger[line] = GroundModel.AnyStronger(_random);
                particle.Looser[line] = _model.Places.AnyLooser(_random);
                var aside = _model.Places.Of(particle.Aside, line);
                var deeper = _model.Places.Of(particle.Deeper, line);
                if (moves && _random.NextDouble() < PinnedPart)
                {
                    _model.Places.LayPinned(particle, particle.Ground, line, _random, aside, deeper);
                }
                else
                {
                    _model.Places.Lay(particle, line, _random, aside, deeper);
                }

                if (moves)
                {
                    log += line == _model.Unknown ? _model.Places.LogWithin(particle.Ground, aside) : 0;
                    log -= Math.Log((1 - PinnedPart) + (PinnedPart * Math.Exp(_model.Places.LogPinned(particle, particle.Ground, line, aside, deeper))));
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
            _model.Room().CopyTo(particle.Fields, 0);
            _model.FillAll(particle);
            _moves.Move(particle, reached);
        }

        return (kept, reached);
    }

    /// <summary>Each of a chain that ends at the dot before goes on in several ways; the fields of its own dots are known.</summary>
    private (List<Particle> Particles, double Reached) CarriedOn(ParticleChain before)
    {
        var (was, dot) = (before._model, _old);
        var drawn = new List<(Particle Particle, double LogWeight)>(before.Particles.Count * OnPerParticle);
        var room = _next[_model.At(dot, 0)..];
        foreach (var from in before.Particles)
        {
            for (var i = 0; i < OnPerParticle; i++)
            {
                var particle = _model.Empty(from.Ground, [.. from.Fields, .. room]);
                particle.LogAmperes = from.LogAmperes;
                from.Log.CopyTo(particle.Log, 0);
                from.Stronger.CopyTo(particle.Stronger, 0);
                from.Looser.CopyTo(particle.Looser, 0);
                double log = 0;
                for (var line = 0; line <= _model.Lines; line++)
                {
                    var aside = _model.Places.Of(particle.Aside, line);
                    var deeper = _model.Places.Of(particle.Deeper, line);
                    was.Places.Of(from.Aside, line).CopyTo(aside);
                    was.Places.Of(from.Deeper, line).CopyTo(deeper);
                    if (_model.Places.Groups > was.Places.Groups)
                    {
                        var elsewhere = _model.Places.Elsewhere(particle, line, dot, aside, deeper);
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
            for (var maker = 0; maker < _model.Makers; maker++)
            {
                particle.Fields[_model.At(dot, maker)] = _model.Room(dot);
            }

            _model.Fill(particle, dot);
            _moves.Move(particle, reached);
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
