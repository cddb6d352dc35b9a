using GentleMole.Core.Network;

namespace GentleMole.Core.Identify;

/// <summary>
/// Which line is under each dot: grounds as they may be, each with lines at places of their own, weighed by everything that was
/// read. All dots share one ground.
/// </summary>
public static class Identification
{
    /// <summary>Chance that is kept for what the model does not know: half of it for the target, the rest shared by all other explanations.</summary>
    private const double Kept = 0.03;

    /// <summary>Weight of something that no ground has: one sign that is far out is not enough for it, two are.</summary>
    private const double Strange = 4e-6;

    /// <summary>How badly (logarithm) a sign fits on average where everything is as it should be.</summary>
    private const double StrangePerSign = 0.5;

    private const double ProfileStep = 0.1;
    private const int ProfileSteps = 30;

    /// <summary>Answers for every dot, in their order.</summary>
    /// <param name="grounds">Of a task with the same network, source, frequency and display.</param>
    public static IReadOnlyList<DotIdentity> Of(IdentifyTask task, GroundSet grounds, CancellationToken cancel, int seed = 1)
    {
        var chains = DotChains.Of(task, grounds, cancel, seed);
        return [.. task.Dots.Select((_, dot) => chains.Identity(dot, true, cancel))];
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

        var unexplained = Unexplained(dot, chains);
        var names = task.UnknownLines ? counts.Length : counts.Length - 1;
        var hypotheses = new List<Hypothesis>();
        for (var i = 0; i < counts.Length; i++)
        {
            var (kind, line) = Named(i);
            if (kind != HypothesisKind.Unknown || task.UnknownLines)
            {
                var kept = kind == HypothesisKind.Target ? Kept / 2 : Kept / 2 / (names - 1);
                hypotheses.Add(new Hypothesis(kind, line, ((1 - Kept) * ((counts[i] * (1 - unexplained)) + (unexplained / names))) + kept));
            }
        }

        (HypothesisKind Kind, string? Line) Named(int answer) => answer < lines
            ? (answer == task.TargetIndex ? HypothesisKind.Target : HypothesisKind.Line, task.Network.Lines[answer].Id)
            : (answer == lines ? HypothesisKind.Unknown : answer == lines + 1 ? HypothesisKind.Hookup : HypothesisKind.Disturbed, null);

        hypotheses = [.. hypotheses.OrderByDescending(h => h.Probability)];
        var expected = Expectations.Joined([.. chains.Select(c => c.Chain.Expected[dot])]);

        var next = !isAlone || hypotheses[0].Probability >= NextMeasurements.Settled
            ? []
            : NextMeasurements.Of(task, dot, chains, (model, particle) => model.Answer(particle, dot), cancel);
        var onTarget = hypotheses.First(h => h.Kind == HypothesisKind.Target).Probability;
        return new DotIdentity(hypotheses, DotIdentity.VerdictOf(onTarget), next, expected.Signs(Named, dot > 0 ? task.Dots[dot - 1] : null), isAlone ? Profiles(task, dot, chains, Named) : []) { Unexplained = unexplained };
    }

    /// <summary>
    /// Every explanation may fit badly, and the least bad would still seem sure. So all of them are held against one that expects nothing in
    /// particular: rare, and for each sign a little less likely than one that fits.
    /// </summary>
    private static double Unexplained(int dot, IReadOnlyList<(ParticleChain Chain, GroundModel Model, double Weight)> chains)
    {
        var (fits, signs) = (0.0, 0);
        foreach (var (chain, model, weight) in chains)
        {
            foreach (var particle in chain.Particles)
            {
                (var surprise, signs) = model.Surprise(particle, dot);

                // Right over lead or stake a hand's breadth changes everything: there nothing is strange.
                var isNearHookup = model.Answer(particle, dot) == model.Hookup;
                fits += weight / chain.Particles.Count * Math.Exp(-(isNearHookup ? Math.Min(surprise, StrangePerSign * signs) : surprise));
            }
        }

        var strange = Strange * Math.Exp(-StrangePerSign * signs);
        return strange / (strange + ((1 - Strange) * fits));
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
