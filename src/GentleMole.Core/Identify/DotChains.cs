namespace GentleMole.Core.Identify;

/// <summary>
/// What a number of dots together say of the ground and of each other, kept so that one more can be taken in: chains of Monte Carlo, weighed
/// by how well each explains everything.
/// </summary>
public sealed class DotChains
{
    /// <summary>Chains that start anew, of each kind of ground: one alone loses explanations and is confidently wrong.</summary>
    private const int Chains = 2;

    /// <summary>Chains that find what was read less alike than this (logarithm) have not all found the best explanation: more are run.</summary>
    private const double AgreeTo = 1.5;

    private const int MoreChains = 4;

    /// <summary>A kind of ground that explains so much worse (logarithm) matters to nobody.</summary>
    private const double Matters = 4;

    private readonly GroundSet _grounds;
    private readonly int _seed;
    private readonly IReadOnlyList<DotFields> _fields;
    private readonly IReadOnlyList<Branch> _chains;

    private DotChains(IdentifyTask task, GroundSet grounds, int seed, IReadOnlyList<Branch> chains, IReadOnlyList<DotFields> fields) =>
        (Task, _grounds, _seed, _chains, _fields) = (task, grounds, seed, chains, fields);

    /// <summary>With the dots that were taken in.</summary>
    public IdentifyTask Task { get; }

    /// <summary>Takes in all dots of a task: at once where plans are off as a whole, else one after the other.</summary>
    /// <param name="grounds">Of a task with the same network, source, frequency and display.</param>
    /// <param name="particles">Ways in which ground and lines may be that each chain carries on.</param>
    public static DotChains Of(IdentifyTask task, GroundSet grounds, CancellationToken cancel, int seed = 1, int particles = ParticleChain.Usual)
    {
        var isAtOnce = task.PlanHoldsMetres is null;
        var first = isAtOnce ? task : task with { Dots = [task.Dots[0]] };
        var fields = GroundModel.FieldsOf(first, grounds.Grounds);

        // Grounds with a line that nobody drew are explored apart: among all they are few, and a chain that loses them does not find them again.
        bool?[] kinds = grounds.Grounds.Select(g => g.Draw.HasUnknown).Distinct().ToList() is { Count: 2 } ? [false, true] : [null];
        Branch[] Some(IReadOnlyList<bool?> which, int from, int count) => Parallelly(which.Count * count, i =>
        {
            var kind = which[i % which.Count];
            var model = new GroundModel(first, grounds.Grounds, fields, kind);
            return new Branch(new ParticleChain(model, (100 * seed) + from + i, cancel, null, particles), model, kind);
        }, cancel);

        var chains = Some(kinds, 0, isAtOnce ? Chains : 1);
        var top = chains.Max(c => c.Chain.LogEvidence);
        bool?[] unsure = isAtOnce ? [.. kinds.Where(k => chains.Where(c => c.Kind == k).Select(c => c.Chain.LogEvidence).ToList() is var found && found.Max() - found.Min() > AgreeTo && found.Max() > top - Matters)] : [];
        if (unsure.Length > 0)
        {
            chains = [.. chains, .. Some(unsure, 2 * Chains, MoreChains)];
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
            var model = new GroundModel(task, _grounds.Grounds, fields, _chains[i].Kind);
            return _chains[i] with { Chain = new ParticleChain(model, (1000 * task.Dots.Count) + (100 * _seed) + i, cancel, _chains[i].Chain), Model = model };
        }, cancel), fields);
    }

    /// <summary>What they say of one dot.</summary>
    /// <param name="dot">Its index.</param>
    /// <param name="isAlone">True to say what to read next and how the response looks across; of many dots nobody asks that.</param>
    public DotIdentity Identity(int dot, bool isAlone, CancellationToken cancel) => Identification.Identity(Task, dot, Weighed, isAlone, cancel);

    /// <summary>Each with its weight: those of one kind of ground are averaged, the kinds added.</summary>
    internal IReadOnlyList<(ParticleChain Chain, GroundModel Model, double Weight)> Weighed
    {
        get
        {
            var most = _chains.Max(c => c.Chain.LogEvidence);
            double Weight(Branch one) => Math.Exp(one.Chain.LogEvidence - most) / _chains.Count(c => c.Kind == one.Kind);
            var total = _chains.Sum(Weight);
            return [.. _chains.Select(c => (c.Chain, c.Model, Weight(c) / total))];
        }
    }

    private static Branch[] Parallelly(int count, Func<int, Branch> run, CancellationToken cancel)
    {
        var done = new Branch[count];
        Parallel.For(0, count, new ParallelOptions { CancellationToken = cancel }, i => done[i] = run(i));
        return done;
    }

    /// <summary>A chain with its model and the kind of grounds in it.</summary>
    /// <param name="Kind">With a line that nobody drew, without, or null for both.</param>
    private sealed record Branch(ParticleChain Chain, GroundModel Model, bool? Kind);
}
