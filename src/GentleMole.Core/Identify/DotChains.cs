namespace GentleMole.Core.Identify;

/// <summary>
/// What a number of dots together say of the ground and of each other, kept so that one more can be taken in: chains of Monte Carlo, weighed
/// by how well each explains everything.
/// </summary>
public sealed class DotChains
{
    /// <summary>Chains that start anew: one alone loses explanations and is confidently wrong.</summary>
    private const int Chains = 2;

    /// <summary>Chains that take in one dot after the other: they cannot look back whether they agree.</summary>
    private const int ChainsInTurn = 2;

    /// <summary>Chains that find what was read less alike than this (logarithm) have not all found the best explanation: more are run.</summary>
    private const double AgreeTo = 1.5;

    private const int MoreChains = 4;

    private readonly GroundSet _grounds;
    private readonly int _seed;
    private readonly IReadOnlyList<DotFields> _fields;
    private readonly IReadOnlyList<(ParticleChain Chain, GroundModel Model)> _chains;

    private DotChains(IdentifyTask task, GroundSet grounds, int seed, IReadOnlyList<(ParticleChain Chain, GroundModel Model)> chains, IReadOnlyList<DotFields> fields) =>
        (Task, _grounds, _seed, _chains, _fields) = (task, grounds, seed, chains, fields);

    /// <summary>With the dots that were taken in.</summary>
    public IdentifyTask Task { get; }

    /// <summary>Takes in all dots of a task: at once where plans are off as a whole, else one after the other.</summary>
    /// <param name="grounds">Of a task with the same network, source, frequency and display.</param>
    public static DotChains Of(IdentifyTask task, GroundSet grounds, CancellationToken cancel, int seed = 1)
    {
        var isAtOnce = task.PlanHoldsMetres is null;
        var first = isAtOnce ? task : task with { Dots = [task.Dots[0]] };
        var fields = GroundModel.FieldsOf(first, grounds.Grounds);
        (ParticleChain Chain, GroundModel Model)[] Some(int from, int count) => Parallelly(count, i =>
        {
            var model = new GroundModel(first, grounds.Grounds, fields);
            return (new ParticleChain(model, (100 * seed) + from + i, cancel), model);
        }, cancel);

        var chains = Some(0, isAtOnce ? Chains : ChainsInTurn);
        if (isAtOnce && chains.Max(c => c.Chain.LogEvidence) - chains.Min(c => c.Chain.LogEvidence) > AgreeTo)
        {
            chains = [.. chains, .. Some(Chains, MoreChains)];
        }

        var all = new DotChains(first, grounds, seed, chains, fields);
        foreach (var dot in isAtOnce ? [] : task.Dots.Skip(1))
        {
            all = all.With(dot, cancel);
        }

        return all;
    }

    /// <summary>With one dot more.</summary>
    public DotChains With(ObservedDot dot, CancellationToken cancel)
    {
        var task = Task with { Dots = [.. Task.Dots, dot] };
        IReadOnlyList<DotFields> fields = [.. _fields, .. GroundModel.FieldsOf(Task with { Dots = [dot] }, _grounds.Grounds)];
        return new DotChains(task, _grounds, _seed, Parallelly(_chains.Count, i =>
        {
            var model = new GroundModel(task, _grounds.Grounds, fields);
            return (new ParticleChain(model, (1000 * task.Dots.Count) + (100 * _seed) + i, cancel, _chains[i].Chain), model);
        }, cancel), fields);
    }

    /// <summary>What they say of one dot.</summary>
    /// <param name="dot">Its index.</param>
    /// <param name="isAlone">True to say what to read next and how the response looks across; of many dots nobody asks that.</param>
    public DotIdentity Identity(int dot, bool isAlone, CancellationToken cancel) => Identification.Identity(Task, dot, Weighed, isAlone, cancel);

    /// <summary>Each with its weight.</summary>
    internal IReadOnlyList<(ParticleChain Chain, GroundModel Model, double Weight)> Weighed
    {
        get
        {
            var most = _chains.Max(c => c.Chain.LogEvidence);
            var total = _chains.Sum(c => Math.Exp(c.Chain.LogEvidence - most));
            return [.. _chains.Select(c => (c.Chain, c.Model, Math.Exp(c.Chain.LogEvidence - most) / total))];
        }
    }

    private static (ParticleChain, GroundModel)[] Parallelly(int count, Func<int, (ParticleChain, GroundModel)> run, CancellationToken cancel)
    {
        var done = new (ParticleChain, GroundModel)[count];
        Parallel.For(0, count, new ParallelOptions { CancellationToken = cancel }, i => done[i] = run(i));
        return done;
    }
}
