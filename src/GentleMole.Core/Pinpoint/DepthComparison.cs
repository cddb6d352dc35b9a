namespace GentleMole.Core.Pinpoint;

/// <summary>
/// Depths by every way taken at a dot, side by side and together: a mean weighted by their variances, its ± made wider by as much
/// as they scatter more than they should (Birge 1932). What shares an error is put together first: the receiver's own figures all
/// come from the gradient of its two coils.
/// </summary>
/// <param name="Depth">All together, metres, 95 %; to the centre of the conductor, never a clearance to dig to.</param>
/// <param name="Ways">Each on its own.</param>
public sealed record DepthComparison(Estimate Depth, IReadOnlyList<DepthByWay> Ways)
{
    private const double NinetyFive = 1.96;

    /// <summary>True while every way agrees with the rest.</summary>
    public bool Agree => Ways.All(w => w.Agrees);

    /// <summary>Null when no depth was taken.</summary>
    /// <param name="ways">Depth and standard deviation by each way, metres.</param>
    /// <param name="sharedSigma">Standard deviation of what all of the receiver's own figures share.</param>
    /// <param name="rowDecides">True where the row found a neighbour: the other ways take the field for that of one line, and only stand beside it.</param>
    public static DepthComparison? Of(IReadOnlyList<(DepthWay Way, double Metres, double Sigma)> ways, double sharedSigma, bool rowDecides)
    {
        if (ways.Count == 0)
        {
            return null;
        }

        var row = ways.Where(w => w.Way == DepthWay.Row).ToList();
        var (depth, sigma, scatter) = rowDecides && row.Count > 0
            ? (row[0].Metres, row[0].Sigma, 1)
            : Together([.. Groups(ways, sharedSigma)]);
        return new DepthComparison(
            Estimate.Symmetric(depth, NinetyFive * sigma * scatter),
            [.. ways.Select(w =>
            {
                var own = Math.Sqrt((w.Sigma * w.Sigma) + (IsGradient(w.Way) ? sharedSigma * sharedSigma : 0));
                return new DepthByWay(w.Way, Estimate.Symmetric(w.Metres, NinetyFive * own), Math.Abs(w.Metres - depth) <= NinetyFive * Math.Sqrt((own * own) + (sigma * sigma)));
            })]);
    }

    private static IEnumerable<(double Metres, double Sigma)> Groups(IReadOnlyList<(DepthWay Way, double Metres, double Sigma)> ways, double sharedSigma)
    {
        List<(double, double)> shown = [.. ways.Where(w => IsGradient(w.Way)).Select(w => (w.Metres, w.Sigma))];
        if (shown.Count > 0)
        {
            var (metres, sigma, scatter) = Together(shown);
            yield return (metres, Math.Sqrt((sigma * sigma * scatter * scatter) + (sharedSigma * sharedSigma)));
        }

        foreach (var (_, metres, sigma) in ways.Where(w => !IsGradient(w.Way)))
        {
            yield return (metres, sigma);
        }
    }

    private static bool IsGradient(DepthWay way) => way is DepthWay.Receiver or DepthWay.Lift or DepthWay.TurnedRound;

    /// <summary>Weighted mean, its standard deviation, and how many times as far as that allows they scatter, at least once.</summary>
    private static (double Metres, double Sigma, double Scatter) Together(IReadOnlyList<(double Metres, double Sigma)> all)
    {
        var weight = all.Sum(a => 1 / (a.Sigma * a.Sigma));
        var mean = all.Sum(a => a.Metres / (a.Sigma * a.Sigma)) / weight;
        var scatter = all.Count > 1 ? all.Sum(a => (a.Metres - mean) * (a.Metres - mean) / (a.Sigma * a.Sigma)) / (all.Count - 1) : 0;
        return (mean, Math.Sqrt(1 / weight), Math.Sqrt(Math.Max(1, scatter)));
    }
}
