using System.Diagnostics;
using GentleMole.Core.Ledger;
using GentleMole.Core.Practice;

namespace GentleMole.Benchmarks;

/// <summary>How often losses along made-up walks are found, and nothing is made of sound ones; with other seeds than the tests.</summary>
internal static class LedgerTruth
{
    private const int Walks = 600;

    private const int Seed = 520_000;

    public static void Run()
    {
        var clock = Stopwatch.StartNew();
        var told = Enumerable.Range(0, Walks).AsParallel().AsOrdered().Select(i =>
        {
            var walk = MadeUpWalk.Draw(new Random(Seed + i));
            return (Walk: walk, Ledger: CurrentLedger.Of(walk.Task).Value);
        }).ToList();
        clock.Stop();
        bool Finds(CurrentLoss loss, double chainage) => chainage >= loss.FromMetres - Slack && chainage <= loss.ToMetres + Slack;
        var steps = told.SelectMany(t => t.Walk.Steps.Select(s => (t.Ledger, Step: s))).ToList();
        var found = steps.Select(s => (s.Step, Loss: s.Ledger.Losses.FirstOrDefault(l => Finds(l, s.Step.ChainageMetres)))).Where(s => s.Loss is not null).ToList();
        var wrong = told.Sum(t => t.Ledger.Losses.Count(l => !t.Walk.Steps.Any(s => Finds(l, s.ChainageMetres))));
        var bad = told.Where(t => t.Walk.Bad >= 0).ToList();
        var held = told.SelectMany(t => t.Ledger.Expected.Select((e, i) => t.Walk.TrueMilliamps[i] >= e.Milliamps.Low95 && t.Walk.TrueMilliamps[i] <= e.Milliamps.High95)).ToList();
        Console.WriteLine(FormattableString.Invariant(
            $"ledger, {Walks} made-up walks ({clock.Elapsed.TotalMilliseconds / Walks * Environment.ProcessorCount:0} ms each): losses found {found.Count} of {steps.Count}, first cause right {found.Count(f => f.Step.Causes.Contains(f.Loss!.Causes[0].Kind))} of {found.Count}, losses where there is none {wrong}, bad readings told {bad.Count(t => t.Ledger.Outliers.Contains(t.Walk.Bad))} of {bad.Count}, others called bad {told.Sum(t => t.Ledger.Outliers.Count(o => o != t.Walk.Bad))}, band holds {held.Count(h => h) / (double)held.Count:0.000}"));
    }

    private const double Slack = 8;
}
