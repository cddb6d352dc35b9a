namespace GentleMole.Core.Identify;

/// <summary>
/// Which line is under each of many dots. All share one ground; they are judged a few at a time, each few together with those that
/// are unlike the rest, since these say most of the ground: what one dot says of a bond so changes all.
/// </summary>
public static class LineIdentities
{
    /// <summary>Neighbours on the line that are judged together.</summary>
    private const int Together = 4;

    private const int MostStrange = 2;

    /// <summary>Fewer than for one dot: here many others of the line stand by each.</summary>
    private const int Particles = 260;

    /// <summary>Dots that are enough to learn the ground from.</summary>
    private const int Teachers = 6;

    /// <summary>More grounds than usual: only few of them agree with many dots.</summary>
    private const int ManyGrounds = 1200;

    /// <summary>Answers a few at a time, without what to read next: index of the dot, and what is said of it.</summary>
    public static IEnumerable<IReadOnlyList<(int Dot, DotIdentity Identity)>> InTurn(IdentifyTask task, GroundSet grounds, CancellationToken cancel)
    {
        var strange = Companions.Strangest(task.Dots).Take(MostStrange).ToList();
        var shared = strange.Aggregate((DotChains?)null, Taken);
        for (var from = 0; from < task.Dots.Count; from += Together)
        {
            // The one before the first of them tells how the current fell to it.
            var own = Enumerable.Range(from, Math.Min(Together, task.Dots.Count - from)).ToList();
            List<int> few = [.. strange, .. from > 0 && !strange.Contains(from - 1) ? [from - 1] : Array.Empty<int>(), .. own.Where(o => !strange.Contains(o))];
            var chains = few.Skip(strange.Count).Aggregate(shared, Taken)!;
            yield return [.. own.Select(dot => (dot, chains.Identity(few.IndexOf(dot), false, cancel)))];
        }

        DotChains? Taken(DotChains? chains, int dot) => chains?.With(task.Dots[dot], cancel) ?? DotChains.Of(task with { Dots = [task.Dots[dot]] }, grounds, cancel, 1, Particles);
    }

    /// <summary>What all of them together teach of the ground: by those that are unlike the rest and others far from each other.</summary>
    public static IReadOnlyList<GroundLesson> Lessons(IdentifyTask task, CancellationToken cancel)
    {
        var last = task.Dots.Count - 1;
        List<int> few = [.. Companions.Of(task.Dots, last, Teachers - 1), last];
        var asked = task with { Dots = [.. few.Select(i => task.Dots[i])] };
        var chains = DotChains.Of(asked, GroundSet.Of(task, cancel, null, ManyGrounds), cancel);

        // Of bonds there are many places, and of each few grounds: one that may be it is asked after again among more of its kind.
        return GroundLesson.LikeliestBond(chains) is { } bond
            ? GroundLesson.Of(DotChains.Of(asked, GroundSet.Of(task, cancel, null, ManyGrounds, bond), cancel), isBondAsked: true)
            : GroundLesson.Of(chains);
    }

    /// <summary>
    /// Which later dot makes an earlier one doubtful: the first that does, taken alone with those that were there before.
    /// </summary>
    /// <param name="dot">Index of the earlier one.</param>
    /// <returns>Its index; null where it was doubtful already, or none alone makes it so.</returns>
    public static int? Since(IdentifyTask task, int dot, GroundSet grounds, CancellationToken cancel)
    {
        var before = task.Dots.Take(dot + 1).ToList();
        List<ObservedDot> few = [.. Companions.Of(before, dot).Select(i => before[i]), before[dot]];
        var chains = DotChains.Of(task with { Dots = few }, grounds, cancel);
        if (IsDoubtful(chains.Identity(few.Count - 1, false, cancel)))
        {
            return null;
        }

        foreach (var later in Companions.Strangest(task.Dots).Where(s => s > dot).Take(MostStrange).Order())
        {
            if (IsDoubtful(chains.With(task.Dots[later], cancel).Identity(few.Count - 1, false, cancel)))
            {
                return later;
            }
        }

        return null;
    }

    /// <summary>True where somebody who goes by this dot should look again: another explanation is likelier than the line that is wanted, or nearly so.</summary>
    public static bool IsDoubtful(DotIdentity identity) => identity.OnTarget < DoubtfulTo;

    private const double DoubtfulTo = 0.6;
}
