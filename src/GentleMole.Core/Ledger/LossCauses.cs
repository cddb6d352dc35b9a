namespace GentleMole.Core.Ledger;

/// <summary>Why a current steps: odds of what is met in the ground, by how much is missing and whether the depth changes with it.</summary>
internal static class LossCauses
{
    private const int Beside = 5;
    private const double DepthSigmas = 3.5;
    private const double DepthPart = 0.15;
    private const double DepthMetres = 0.05;

    // A branch takes current and leaves the depth as it is: where both step in one place it is hardly one.
    private const double OtherLineDeeper = 400;

    private const double LittleLeft = 0.12;

    /// <summary>Causes, the likeliest first.</summary>
    /// <param name="stations">Along the walk.</param>
    /// <param name="before">Index of the last station before the step.</param>
    /// <param name="after">Of the first after it.</param>
    /// <param name="rises">True where there is more after than before.</param>
    /// <param name="left">What the last station of the walk has left of what was there before.</param>
    public static IReadOnlyList<LossCause> Of(IReadOnlyList<LedgerStation> stations, int before, int after, bool rises, double left)
    {
        var isOtherDepth = IsOtherDepth([.. stations.Take(before + 1).TakeLast(Beside)], [.. stations.Skip(after).Take(Beside)]);
        var otherLine = isOtherDepth ? OtherLineDeeper : 1;
        var odds = rises
            ? new Dictionary<LossKind, double> { [LossKind.OtherLine] = 2 * otherLine, [LossKind.Bond] = 0.15, [LossKind.Neighbour] = 0.1 }
            : new Dictionary<LossKind, double> { [LossKind.Tee] = 1, [LossKind.Bond] = 1, [LossKind.Neighbour] = 0.15, [LossKind.OtherLine] = 0.01 * otherLine };

        // Where hardly anything is left it is the end, or a joint; else both are rare.
        var rest = odds.Values.Sum();
        (odds[LossKind.End], odds[LossKind.Joint]) = rises ? (0, 0) : left < LittleLeft ? (6 * rest, 3 * rest) : (0.03, 0.05);

        var total = odds.Values.Sum();
        return [.. odds.Select(o => new LossCause(o.Key, o.Value / total)).OrderByDescending(c => c.Probability).ThenBy(c => c.Kind)];
    }

    private static bool IsOtherDepth(IReadOnlyList<LedgerStation> before, IReadOnlyList<LedgerStation> after)
    {
        var (shallow, deep) = (Depths(before), Depths(after));
        if (shallow.Count == 0 || deep.Count == 0)
        {
            return false;
        }

        // Scatter from one station to the next, on either side of the step.
        var changes = Changes(shallow).Concat(Changes(deep)).ToList();
        var scatter = Math.Sqrt((changes.Sum(c => c * c) + (2 * Floor * Floor)) / (2 * (changes.Count + 1)));
        var (was, now) = (shallow.Average(), deep.Average());
        var change = Math.Abs(now - was);
        return change > DepthSigmas * scatter * Math.Sqrt((1.0 / shallow.Count) + (1.0 / deep.Count)) && change > (DepthPart * was) + DepthMetres;
    }

    /// <summary>Receivers do not read depths better than this, metres.</summary>
    private const double Floor = 0.02;

    private static List<double> Depths(IReadOnlyList<LedgerStation> stations) => [.. stations.Select(s => s.Depth?.Metres).OfType<double>()];

    private static IEnumerable<double> Changes(List<double> depths) => depths.Zip(depths.Skip(1), (a, b) => b - a);
}
