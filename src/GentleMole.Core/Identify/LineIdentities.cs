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

    /// <summary>Answers in the order of the dots, without what to read next.</summary>
    /// <param name="progress">Told how many of how many dots are done.</param>
    public static IReadOnlyList<DotIdentity> Of(IdentifyTask task, GroundSet grounds, CancellationToken cancel, Action<int, int>? progress = null)
    {
        var answers = new DotIdentity[task.Dots.Count];
        var strange = Companions.Strangest(task.Dots).Take(MostStrange).ToList();
        DotChains? shared = null;
        foreach (var dot in strange)
        {
            shared = Taken(shared, dot);
        }

        for (var from = 0; from < task.Dots.Count; from += Together)
        {
            // The one before the first of them tells how the current fell to it.
            var own = Enumerable.Range(from, Math.Min(Together, task.Dots.Count - from)).ToList();
            List<int> few = [.. strange, .. from > 0 && !strange.Contains(from - 1) ? [from - 1] : Array.Empty<int>(), .. own.Where(o => !strange.Contains(o))];
            var chains = shared;
            foreach (var dot in few.Skip(strange.Count))
            {
                chains = Taken(chains, dot);
            }

            foreach (var dot in own)
            {
                answers[dot] = chains!.Identity(few.IndexOf(dot), false, cancel);
            }

            progress?.Invoke(from + own.Count, task.Dots.Count);
        }

        DotChains Taken(DotChains? chains, int dot) => chains?.With(task.Dots[dot], cancel) ?? DotChains.Of(task with { Dots = [task.Dots[dot]] }, grounds, cancel);

        return answers;
    }
}
