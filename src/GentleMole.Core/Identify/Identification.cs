using GentleMole.Core.Network;

namespace GentleMole.Core.Identify;

/// <summary>
/// Which line is under each dot: grounds as they may be, each with lines at places of their own, weighed by everything that was
/// read. All dots share one ground.
/// </summary>
public static class Identification
{
    /// <summary>Chains that start anew: one alone loses explanations and is confidently wrong.</summary>
    private const int Chains = 2;

    /// <summary>Chains that find what was read less alike than this (logarithm) have not all found the best explanation: more are run.</summary>
    private const double AgreeTo = 1.5;

    private const int MoreChains = 4;

    /// <summary>Chance that is kept for what the model does not know, shared by all explanations alike.</summary>
    private const double Kept = 0.0175;

    private const double ProfileStep = 0.1;
    private const int ProfileSteps = 30;

    /// <summary>Answers for every dot, in their order.</summary>
    /// <param name="grounds">Of a task with the same network, source, frequency and display.</param>
    public static IReadOnlyList<DotIdentity> Of(IdentifyTask task, GroundSet grounds, CancellationToken cancel, int seed = 1)
    {
        var chains = Run(task, grounds, seed, cancel);
        return [.. task.Dots.Select((_, dot) => Identity(task, dot, chains, true, cancel))];
    }

    /// <summary>The answer for one dot; the others only tell of the ground.</summary>
    /// <param name="dot">Index of the dot.</param>
    public static DotIdentity Of(IdentifyTask task, int dot, GroundSet grounds, CancellationToken cancel, int seed = 1) =>
        Identity(task, dot, Run(task, grounds, seed, cancel), true, cancel);

    /// <summary>Chains with the weight of each.</summary>
    internal static IReadOnlyList<(ParticleChain Chain, GroundModel Model, double Weight)> Run(IdentifyTask task, GroundSet grounds, int seed, CancellationToken cancel)
    {
        var places = task.Dots.Select(d => new DotPlaces(d, task.Receiver)).ToList();
        var chains = Some(0, Chains);
        if (chains.Max(c => c.Chain.LogEvidence) - chains.Min(c => c.Chain.LogEvidence) > AgreeTo)
        {
            chains = [.. chains, .. Some(Chains, MoreChains)];
        }

        (ParticleChain Chain, GroundModel Model)[] Some(int first, int count)
        {
            var run = new (ParticleChain Chain, GroundModel Model)[count];
            Parallel.For(0, count, new ParallelOptions { CancellationToken = cancel }, i =>
            {
                var model = new GroundModel(task, grounds.Grounds, places);
                run[i] = (new ParticleChain(model, (100 * seed) + first + i, cancel), model);
            });
            return run;
        }

        var most = chains.Max(c => c.Chain.LogEvidence);
        var weights = chains.Select(c => Math.Exp(c.Chain.LogEvidence - most)).ToArray();
        var total = weights.Sum();
        return [.. chains.Select((c, i) => (c.Chain, c.Model, weights[i] / total))];
    }

    /// <summary>What the chains say of one dot.</summary>
    /// <param name="isAlone">True to say what to read next and how the response looks across; of many dots nobody asks that.</param>
    internal static DotIdentity Identity(
        IdentifyTask task, int dot, IReadOnlyList<(ParticleChain Chain, GroundModel Model, double Weight)> chains, bool isAlone, CancellationToken cancel)
    {
        var lines = task.Network.Lines.Count;
        var counts = new double[lines + 3];
        foreach (var (chain, model, weight) in chains)
        {
            foreach (var particle in chain.Particles)
            {
                counts[model.Answer(particle, dot)] += weight / chain.Particles.Count;
            }
        }

        var names = task.UnknownLines ? counts.Length : counts.Length - 1;
        var hypotheses = new List<Hypothesis>();
        for (var i = 0; i < counts.Length; i++)
        {
            var (kind, line) = Named(i);
            if (kind != HypothesisKind.Unknown || task.UnknownLines)
            {
                hypotheses.Add(new Hypothesis(kind, line, (counts[i] * (1 - Kept)) + (Kept / names)));
            }
        }

        (HypothesisKind Kind, string? Line) Named(int answer) => answer < lines
            ? (answer == task.TargetIndex ? HypothesisKind.Target : HypothesisKind.Line, task.Network.Lines[answer].Id)
            : (answer == lines ? HypothesisKind.Unknown : answer == lines + 1 ? HypothesisKind.Hookup : HypothesisKind.Disturbed, null);

        hypotheses = [.. hypotheses.OrderByDescending(h => h.Probability)];
        var expected = chains[0].Chain.Expected[dot];
        foreach (var (chain, _, _) in chains.Skip(1))
        {
            expected.Join(chain.Expected[dot]);
        }

        var next = !isAlone || hypotheses[0].Probability >= NextMeasurements.Settled
            ? []
            : NextMeasurements.Of(task, dot, chains, (model, particle) => model.Answer(particle, dot), cancel);
        var onTarget = hypotheses.First(h => h.Kind == HypothesisKind.Target).Probability;
        return new DotIdentity(hypotheses, DotIdentity.VerdictOf(onTarget), next, expected.Signs(Named, dot > 0 ? task.Dots[dot - 1] : null), isAlone ? Profiles(task, dot, chains, Named) : []);
    }

    /// <summary>Of every explanation that has a ground, across the dot in the one that explains it best.</summary>
    private static List<ResponseProfile> Profiles(
        IdentifyTask task, int dot, IReadOnlyList<(ParticleChain Chain, GroundModel Model, double Weight)> chains, Func<int, (HypothesisKind Kind, string? Line)> named)
    {
        var seen = task.Dots[dot];
        var best = chains.SelectMany(c => c.Chain.Particles.Select(p => (Particle: p, c.Model, Answer: c.Model.Answer(p, dot))))
            .GroupBy(p => p.Answer).Select(g => g.MaxBy(p => p.Particle.Total)).OrderByDescending(p => p.Particle.Total);
        return [.. best.Select(b =>
        {
            var field = b.Model.Field(b.Particle, b.Model.Grounds[b.Particle.Ground], dot);
            var (kind, line) = named(b.Answer);
            return new ResponseProfile(kind, line, [.. Enumerable.Range(-ProfileSteps, (2 * ProfileSteps) + 1).Select(i => seen.PeakOffsetMetres + (i * ProfileStep)).Select(offset =>
            {
                var at = field(seen.At(offset), task.Receiver.LowerCoilMetres).SizeAlong(seen.Across.Raised(0));
                return (offset, at * 1e9);
            })]);
        })];
    }
}
