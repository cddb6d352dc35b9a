using System.Diagnostics;
using GentleMole.Core;
using GentleMole.Core.Bodies;
using GentleMole.Core.Practice;

namespace GentleMole.Benchmarks;

/// <summary>Grounds with bodies that we made up, with all their traces: which are found, what they are told for, whether the intervals hold, and how long it takes.</summary>
internal static class BodyTruth
{
    private const int Seed = 40_000;
    private static readonly BodyKind[] Kinds = [BodyKind.Hollow, BodyKind.Metal, BodyKind.Water, BodyKind.Slab, BodyKind.Grave, BodyKind.Dug];

    public static void Run(int many = 60)
    {
        Tell("both ways, every 0.5 m", many, true);
        Tell("one way, every 0.5 m", many, false);
    }

    private static void Tell(string name, int many, bool isBothWays)
    {
        var (held, times) = (new List<MadeUpBodies.Held>(), new List<double>());
        for (var i = 0; i < many; i++)
        {
            var random = new Random(Seed + i);
            var scene = MadeUpBodies.Make(new([.. Enumerable.Range(0, 3).Select(_ => Kinds[random.Next(Kinds.Length)])], IsBothWays: isBothWays), random);
            var began = Stopwatch.GetTimestamp();
            var told = scene.Search(0.03 * Deviate.Normal(random));
            times.Add(Stopwatch.GetElapsedTime(began).TotalMilliseconds);
            held.Add(scene.Judge(told));
        }

        static string Part(IEnumerable<bool> holds) => holds.ToList() is { Count: > 0 } all ? FormattableString.Invariant($"{all.Count(h => h)} of {all.Count}") : "none";
        static bool In(double value, Estimate told) => value >= told.Low95 && value <= told.High95;
        var found = held.SelectMany(h => h.Found).ToList();
        var told2 = found.Where(f => f.Body is not null).Select(f => (f.Kind, f.Block, Body: f.Body!)).ToList();
        var sure = told2.Select(t => (Chance: t.Body.Kinds[0].Probability, IsRight: t.Body.Kinds[0].Kind == t.Kind)).ToList();
        times.Sort();
        Console.WriteLine(FormattableString.Invariant(
            $"bodies {name}: {Part(found.Select(f => f.Body is not null))} found, {held.Sum(h => h.False.Count)} where nothing lies; kind right {Part(told2.Select(t => t.Body.Kind == t.Kind))}, another kind {told2.Count(t => t.Body.Kind != t.Kind && t.Body.Kind != BodyKind.Unknown)}; Brier {sure.Average(s => Math.Pow(s.Chance - (s.IsRight ? 1 : 0), 2)):0.000}"));
        Console.WriteLine(FormattableString.Invariant(
            $"    intervals hold: length {Part(told2.Select(t => In(t.Block.LengthMetres, t.Body.Length)))}, width {Part(told2.Select(t => In(t.Block.WidthMetres, t.Body.Width)))}, cover {Part(told2.Where(t => t.Body.Facts.IsTopSeen).Select(t => In(t.Block.CoverMetres, t.Body.Cover)))}, height {Part(told2.Where(t => t.Body.Height is not null && t.Body.Kind == t.Kind).Select(t => In(t.Block.HeightMetres, t.Body.Height!.Value)))}; {times[times.Count / 2]:0} ms"));
    }
}
