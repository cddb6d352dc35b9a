namespace GentleMole.Core.Ledger;

/// <summary>
/// Where a current goes along a line: how it falls or rises, what flows at every station, where it steps without a reason that is known,
/// which readings are bad, and whether tees balance. Every figure is an average over all sets of at most two steps and one bad reading,
/// each as likely as the readings make it (Bayesian model averaging; Hoeting et al. 1999).
/// </summary>
/// <param name="PerMetre">Mean of d ln I/dx without steps, 1/m; negative when falling.</param>
/// <param name="StartMilliamps">At the first station.</param>
/// <param name="StartShare">That of what is sent; null where it is not said.</param>
/// <param name="Expected">One for each station, in the order asked.</param>
/// <param name="Losses">In their order along the walk.</param>
/// <param name="Outliers">Indices of stations, in the order asked.</param>
public sealed record CurrentLedger(
    CurrentTrend Trend, double PerMetre, double StartMilliamps, double? StartShare, IReadOnlyList<CurrentExpected> Expected, IReadOnlyList<CurrentLoss> Losses,
    IReadOnlyList<int> Outliers, IReadOnlyList<TeeBalance> Tees)
{
    private const double SteadyTo = 0.10;
    private const double SteadySigmas = 2.3;
    private const double SteadySigmasWithSteps = 2.6;
    private const double IsBad = 0.5;

    /// <summary>The ledger of a task that <see cref="LedgerRules"/> lets pass, or what is wrong with it.</summary>
    public static Result<CurrentLedger> Of(LedgerTask task)
    {
        var errors = LedgerRules.Check(task);
        return errors.Count > 0 ? errors : Kept(task);
    }

    private static CurrentLedger Kept(LedgerTask task)
    {
        var order = Enumerable.Range(0, task.Stations.Count).OrderBy(i => task.Stations[i].ChainageMetres).ToArray();
        LedgerStation[] stations = [.. order.Select(i => task.Stations[i])];
        var process = new TrendProcess(stations[0].ChainageMetres, stations[^1].ChainageMetres);
        double[] logs = [.. stations.Select(s => Math.Log(s.Milliamps))];
        var offset = logs.Average();

        // A tee before or beyond the walk makes no step on it; what comes to it is taken from the nearest station.
        double[] tees = [.. task.Tees.Select(t => Math.Clamp(process.At(t.ChainageMetres), -1, 1))];
        var walk = new WalkEvidence(
            [.. stations.Select(s => process.At(s.ChainageMetres))], [.. logs.Select(l => l - offset)], [.. tees.Where(t => Math.Abs(t) < 1)], task.RelativeNoise);

        var at = stations.Select(_ => new Blend()).ToList();
        var trunks = task.Tees.Select(_ => new Blend()).ToList();
        var slope = new Blend();
        foreach (var set in walk.Sets)
        {
            var posterior = walk.Posterior(set);
            for (var i = 0; i < stations.Length; i++)
            {
                var (mean, variance) = posterior.AtStation(i);
                at[i].Add(set.Weight, mean + offset, variance);
            }

            for (var t = 0; t < trunks.Count; t++)
            {
                var (covariances, own) = posterior.Just(tees[t]);
                var (mean, variance) = posterior.Of(covariances, own);
                trunks[t].Add(set.Weight, mean + offset, variance);
            }

            var (rise, doubt) = posterior.Rise();
            slope.Add(set.Weight, rise, doubt);
        }

        var stretches = LossFinder.Stretches(walk);
        var expected = at.Select((a, i) => new CurrentExpected(stations[i].ChainageMetres, a.Exponential())).ToArray();
        var losses = stretches.Select(stretch =>
        {
            var size = LossFinder.Size(walk, stretch, offset);
            var (before, after) = (stretch.First, stretch.Last + 1);
            return new CurrentLoss(
                stations[before].ChainageMetres, stations[after].ChainageMetres, size, stretch.Probability,
                LossCauses.Of(stations, before, after, size.Value < 0, expected[^1].Milliamps.Value / expected[before].Milliamps.Value));
        }).ToList();
        var length = stations[^1].ChainageMetres - stations[0].ChainageMetres;
        var sigmas = losses.Count > 0 || task.Tees.Count > 0 ? SteadySigmasWithSteps : SteadySigmas;
        var trend = Math.Abs(slope.Mean) < SteadyTo || Math.Abs(slope.Mean) < sigmas * slope.Sigma ? CurrentTrend.Steady : slope.Mean < 0 ? CurrentTrend.Falling : CurrentTrend.Rising;
        return new CurrentLedger(
            trend, slope.Mean / length, expected[0].Milliamps.Value, expected[0].Milliamps.Value / task.SentMilliamps,
            [.. order.Select((asked, i) => (asked, expected[i])).OrderBy(e => e.asked).Select(e => e.Item2)], losses,
            [.. order.Where((_, i) => walk.Sets.Where(s => s.Bad == i).Sum(s => s.Weight) > IsBad).Order()],
            [.. task.Tees.Select((tee, t) => Balance(tee, trunks[t], task.RelativeNoise))]);
    }

    private static TeeBalance Balance(LedgerTee tee, Blend trunk, double noise)
    {
        var (milliamps, sum) = (Math.Exp(trunk.Mean), tee.BranchesMilliamps.Sum());
        var sigma = Math.Sqrt(Math.Pow(milliamps * trunk.Sigma, 2) + tee.BranchesMilliamps.Sum(b => noise * noise * b * b));
        return new TeeBalance(tee.ChainageMetres, milliamps, sum, milliamps - sum, sigma);
    }
}
