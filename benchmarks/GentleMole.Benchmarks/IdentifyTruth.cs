using System.Diagnostics;
using GentleMole.Core;
using GentleMole.Core.Identify;
using GentleMole.Core.Practice;

namespace GentleMole.Benchmarks;

/// <summary>Which line is under a dot, on scenes of which the truth is known: chances against how often they come true, and what was called sound.</summary>
internal static class IdentifyTruth
{
    private const int Scenes = 600;
    private const int Seed = 8_100_000;
    private const double Sure = 0.9;
    private const int BarLength = 40;
    private static readonly double[] Bands = [0, 0.05, 0.2, 0.4, 0.6, 0.8, 0.9, 0.95, 0.98];

    public static void Run()
    {
        Console.WriteLine("Which line is under a dot: made-up scenes, grounds drawn as they may differ from records.");
        var dots = new List<(DotIdentity Identity, (HypothesisKind Kind, string? Line) Truth)>();
        var (cold, warm) = (new List<double>(), new List<double>());
        for (var i = 0; i < Scenes; i++)
        {
            var scene = MadeUpScene.Draw(new Random(Seed + i));
            var watch = Stopwatch.StartNew();
            var grounds = GroundSet.Of(scene.Task, default);
            cold.Add(watch.Elapsed.TotalMilliseconds);
            watch.Restart();
            dots.AddRange(Identification.Of(scene.Task, grounds, default).Zip(scene.Truth));
            warm.Add(watch.Elapsed.TotalMilliseconds);
        }

        static bool IsTrue(Hypothesis h, (HypothesisKind Kind, string? Line) truth) => h.Kind == truth.Kind && h.Line == truth.Line;
        var sure = dots.Where(d => d.Identity.Best.Probability >= Sure).ToList();
        var brier = dots.Average(d => d.Identity.Hypotheses.Sum(h => Math.Pow(h.Probability - (IsTrue(h, d.Truth) ? 1 : 0), 2)));
        Print($"{dots.Count} dots; right {Share(dots, d => IsTrue(d.Identity.Best, d.Truth))}; where {100 * Sure:0} % or more were given ({sure.Count}) {Share(sure, d => IsTrue(d.Identity.Best, d.Truth))}; Brier {brier:0.000}");
        var target = dots.Where(d => d.Truth.Kind == HypothesisKind.Target).ToList();
        var other = dots.Where(d => d.Truth.Kind is HypothesisKind.Line or HypothesisKind.Unknown or HypothesisKind.Hookup).ToList();
        Print($"on the target {target.Count}: sound {Share(target, d => d.Identity.Verdict == Verdict.Sound)}, reject {Share(target, d => d.Identity.Verdict == Verdict.Reject)}");
        Print($"on another {other.Count}: sound {other.Count(d => d.Identity.Verdict == Verdict.Sound)}, reject {Share(other, d => d.Identity.Verdict == Verdict.Reject)}");
        var given = dots.SelectMany(d => d.Identity.Hypotheses.Select(h => (h.Probability, IsTrue: IsTrue(h, d.Truth)))).ToList();
        double apart = 0;
        for (var i = 0; i < Bands.Length; i++)
        {
            var band = given.Where(g => g.Probability >= Bands[i] && (i + 1 == Bands.Length || g.Probability < Bands[i + 1])).ToList();
            if (band.Count > 0)
            {
                var (said, came) = (band.Average(g => g.Probability), band.Average(g => g.IsTrue ? 1.0 : 0));
                apart += Math.Abs(said - came) * band.Count / given.Count;
                Print($"  given {100 * said,5:0.0} % {Bar(said, came)} came true {100 * came,5:0.0} % of {band.Count}");
            }
        }

        Print($"calibration error {apart:0.000}; grounds solved in {Quantile(cold, 0.5):0} ms (p95 {Quantile(cold, 0.95):0}), dots judged in {Quantile(warm, 0.5):0} ms (p95 {Quantile(warm, 0.95):0})");
    }

    /// <summary>A row of a reliability diagram: how often it came true as a bar, what was given as a mark on it.</summary>
    private static string Bar(double said, double came)
    {
        var bar = new string('█', (int)Math.Round(came * BarLength)).PadRight(BarLength + 1, '·').ToCharArray();
        bar[(int)Math.Round(said * BarLength)] = '|';
        return new string(bar);
    }

    private static string Share<T>(List<T> of, Func<T, bool> which) => FormattableString.Invariant($"{100.0 * of.Count(which) / Math.Max(1, of.Count):0.0} %");

    private static double Quantile(List<double> of, double part) => of.Order().ElementAt((int)(part * (of.Count - 1)));

    private static void Print(FormattableString line) => Console.WriteLine(FormattableString.Invariant(line));
}
