using System.Diagnostics;
using GentleMole.Core.Grids;
using GentleMole.Core.Practice;
using GentleMole.Core.Radar;
using GentleMole.Core.Site;

namespace GentleMole.Benchmarks;

/// <summary>Radar grids that we made up: which runs are found, which are made up, how deep they are told, and how long that and a slice take.</summary>
internal static class GridTruth
{
    private const int Seed = 70_000;
    private const int Warm = 5;

    public static void Run(int many = 200)
    {
        Tell("grids as usual", new MadeUpGrid.Shape(), many);
        Tell("many stones", new MadeUpGrid.Shape(StonesPerMetre: 0.15), many);
        Tell("poorly read", new MadeUpGrid.Shape(StonesPerMetre: 0.15, Met: 0.75, AlongSigma: 0.1, CoverPart: 0.06), many);
        Tell("pipes that begin and end inside", new MadeUpGrid.Shape(Short: 1, StonesPerMetre: 0.1), many);
        Tell("both ways", new MadeUpGrid.Shape(IsBothWays: true), many);
        Tell("velocities put right already", new MadeUpGrid.Shape(IsOwnVelocity: false), many);
        Tell("fields of stones", new MadeUpGrid.Shape(Pipes: 0, StonesPerMetre: 0.3), many);
        Tell("60 lines of 12 responses", new MadeUpGrid.Shape(Lines: 60, LengthMetres: 30, Pipes: 6, StonesPerMetre: 0.2), many / 4);
        Slices();
    }

    private static void Tell(string name, MadeUpGrid.Shape shape, int many)
    {
        var (all, times) = (new List<MadeUpGrid.Held>(), new List<double>());
        RunSearch.Of(MadeUpGrid.Make(shape, new Random(1)).Lines);
        for (var i = 0; i < many; i++)
        {
            var grid = MadeUpGrid.Make(shape, new Random(Seed + i));
            var began = Stopwatch.GetTimestamp();
            var runs = RunSearch.Of(grid.Lines);
            times.Add(Stopwatch.GetElapsedTime(began).TotalMilliseconds);
            all.Add(grid.Judge(runs));
        }

        var (demanded, found, claimed, isTrue) = (all.Sum(h => h.Demanded), all.Sum(h => h.Found), all.Sum(h => h.Claimed), all.Sum(h => h.True));
        var covers = all.SelectMany(h => h.CoverErrors).Order().ToList();
        var (within, told) = (all.SelectMany(h => h.Within).ToList(), all.SelectMany(h => h.Told).ToList());
        times.Sort();
        Console.WriteLine(FormattableString.Invariant(
            $"{name}: {found} of {demanded} runs found, {claimed - isTrue} of {claimed} told are none or of two; cover off by {(covers.Count == 0 ? 0 : covers[(int)(0.9 * covers.Count)]):0.0 %} at p90, its interval holds {(within.Count == 0 ? 1 : within.Average(w => w ? 1.0 : 0)):0.000}; Brier {(told.Count == 0 ? 0 : told.Average(t => Math.Pow(t.Chance - (t.IsTrue ? 1 : 0), 2))):0.000}; {times[times.Count / 2]:0} ms (p95 {times[(int)(0.95 * times.Count)]:0} ms)"));
    }

    /// <summary>40 lines each way, 20 m long.</summary>
    private static void Slices()
    {
        var ground = RadarGround.Make(new Random(2)) with { LengthMetres = 20, SpacingMetres = 0.05 };
        var profile = new MadeUpRadar().Walk(ground, new Random(3));
        var direct = DirectWave.Of(profile);
        List<SliceLine> lines =
        [
            .. Enumerable.Range(0, 40).Select(i => new SliceLine(profile, direct, new SitePoint(0.5 * i, 0), new SitePoint(0, 1))),
            .. Enumerable.Range(0, 40).Select(i => new SliceLine(profile, direct, new SitePoint(0, 0.5 * i), new SitePoint(1, 0))),
        ];
        for (var i = 0; i < Warm; i++)
        {
            SliceVolume.Of(lines[..20], 0.1, 1.5).At(0.8, 0.1);
        }

        GC.Collect();
        var before = GC.GetTotalMemory(forceFullCollection: true);
        var began = Stopwatch.GetTimestamp();
        var gain = SliceVolume.GainOf(lines.Take(SliceVolume.MostAsked).Select(l => SliceVolume.FallingOf(l.Profile, l.Direct)));
        var strong = new StrongLine[lines.Count];
        Parallel.For(0, lines.Count, i => strong[i] = SliceVolume.Prepare(lines[i].Profile, lines[i].Direct, 0.1, gain, 1.5));
        var prepared = Stopwatch.GetElapsedTime(began).TotalMilliseconds;
        began = Stopwatch.GetTimestamp();
        var volume = SliceVolume.Of([.. lines.Select((l, i) => (strong[i], l.Start, l.Way))]);
        var first = volume.At(0.8, 0.1);
        var made = Stopwatch.GetElapsedTime(began).TotalMilliseconds;
        began = Stopwatch.GetTimestamp();
        for (var i = 0; i < 10; i++)
        {
            first = volume.At(0.4 + (0.1 * i), 0.1);
        }

        var next = Stopwatch.GetElapsedTime(began).TotalMilliseconds / 10;
        Console.WriteLine(FormattableString.Invariant(
            $"slices of 40 × 40 lines, {80 * profile.Traces} traces × {profile.SamplesEach}: {prepared:0} ms to prepare the lines, which is done as they come in ({prepared / 80:0} ms each), then the first {made:0} ms, the next depth {next:0} ms ({first.Across} × {first.Down} cells), {(GC.GetTotalMemory(forceFullCollection: true) - before) / 1e6:0} MB held"));
        GC.KeepAlive(volume);
    }
}
