using System.Diagnostics;
using GentleMole.Core.Candidates;
using GentleMole.Core.Practice;

namespace GentleMole.Benchmarks;

/// <summary>How often lines are found, claims are true and the told strip holds, on made-up sites; with other seeds than the tests.</summary>
internal static class CandidateTruth
{
    private const int Sites = 2400;

    private const int Seed = 810_000;

    public static void Run()
    {
        var clock = Stopwatch.StartNew();
        var judged = Enumerable.Range(0, Sites).AsParallel().AsOrdered().Select(i =>
        {
            var site = MadeUpSite.Draw(new Random(Seed + i));
            return FoundLines.Judge(site, CandidateSearch.Of(site.Task, default));
        }).ToList();
        clock.Stop();
        var sum = FoundLines.Sum(judged);
        Console.WriteLine($"candidates, {Sites} made-up sites ({clock.Elapsed.TotalMilliseconds / Sites * Environment.ProcessorCount:0} ms each): {sum}");
        foreach (var band in sum.Reliability())
        {
            Console.WriteLine($"  told {band.From:0.00}-{band.To:0.00}: {band.Count} candidates, {band.True:0.000} true (mean told {band.Told:0.000})");
        }

        var big = MadeUpSite.Crowded(new Random(5), 40, 300);
        CandidateSearch.Of(big.Task, default);
        var times = Enumerable.Range(0, 9).Select(_ =>
        {
            var one = Stopwatch.StartNew();
            CandidateSearch.Of(big.Task, default);
            return one.Elapsed.TotalMilliseconds;
        }).Order().ToList();
        Console.WriteLine($"  {big.Task.Passes.Count} passes, {big.Task.Responses.Count} responses: {times[0]:0} ms least, {times[4]:0} ms median (goal 150)");
        var most = MadeUpSite.Crowded(new Random(6), 60, CandidateRules.MostResponses);
        var clockMost = Stopwatch.StartNew();
        CandidateSearch.Of(most.Task, default);
        Console.WriteLine($"  {most.Task.Passes.Count} passes, {most.Task.Responses.Count} responses: {clockMost.Elapsed.TotalMilliseconds:0} ms");
    }
}
