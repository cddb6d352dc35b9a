using System.Diagnostics;
using GentleMole.Core.Practice;
using GentleMole.Core.Radar;
using GentleMole.Core.Tests.Radar;
using GentleMole.Exchange.Radar;

namespace GentleMole.Benchmarks;

/// <summary>Radar profiles over grounds that we made up: what is found, what is made up, how well it is measured, and how long it takes.</summary>
internal static class RadarTruth
{
    private const int Seed = 500;
    private const int Warm = 12;
    private const int Timed = 10;

    public static async Task RunAsync(int many = 300)
    {
        Tell($"{many} profiles by rays", Enumerable.Range(Seed, many).Select(seed =>
        {
            var random = new Random(seed);
            var ground = RadarGround.Make(random);
            return (ground, new MadeUpRadar().Walk(ground, random));
        }));
        Speeds();
        await FilesAsync();
    }

    /// <summary>The same by a full-wave model; a minute each.</summary>
    public static void FullWaves(int many = 12) => Tell($"{many} profiles by a full-wave model", Enumerable.Range(1, many).Select(seed =>
    {
        var ground = RadarGround.Make(new Random(seed));
        return (ground, FullWave.Record(ground, new Random(seed + 1000)));
    }));

    private static void Tell(string name, IEnumerable<(RadarGround Ground, RadarProfile Profile)> walks)
    {
        var (bodies, found, claims, wrong, signs) = (0, 0, 0, 0, 0);
        var (covers, held, velocities) = (new List<double>(), 0, new List<double>());
        foreach (var (ground, profile) in walks)
        {
            var finding = TargetSearch.Of(profile);
            var left = finding.Targets.ToList();
            claims += left.Count;
            foreach (var body in ground.Bodies.Where(b => b.IsUtility))
            {
                bodies++;
                if (left.Find(t => Math.Abs(t.Along.Value - body.AlongMetres) < 0.15 && Math.Abs(t.Cover.Value - body.CoverMetres) < Math.Max(0.08, 0.12 * body.CoverMetres)) is not { } target)
                {
                    continue;
                }

                found++;
                left.Remove(target);
                signs += target.IsNormal == (body.Kind == BuriedKind.Air) ? 1 : 0;
                covers.Add(Math.Abs((target.Cover.Value / body.CoverMetres) - 1));
                held += target.Cover.Low95 <= body.CoverMetres && body.CoverMetres <= target.Cover.High95 ? 1 : 0;
            }

            wrong += left.Count(t => !ground.Bodies.Any(b => b.Kind != BuriedKind.Stone && Math.Abs(t.Along.Value - b.AlongMetres) < 0.2 && t.Cover.Value > b.CoverMetres - 0.1));
            var usual = ground.Bodies.Where(b => b.IsUtility).Select(b => ground.VelocityTo(b.CoverMetres)).Order().ToList();
            if (finding.Velocity is { } velocity)
            {
                velocities.Add(Math.Abs((velocity.Value / usual[usual.Count / 2]) - 1));
            }
        }

        covers.Sort();
        velocities.Sort();
        Console.WriteLine(FormattableString.Invariant(
            $"{name}: {found} of {bodies} found, {wrong} of {claims} claims are of nothing, signs right {signs}; cover off by {covers[covers.Count / 2]:0.0 %} (p90 {covers[(int)(0.9 * covers.Count)]:0.0 %}), interval holds {held / (double)found:0.000}; velocity off by {velocities[velocities.Count / 2]:0.0 %} (p90 {velocities[(int)(0.9 * velocities.Count)]:0.0 %})"));
    }

    private static void Speeds()
    {
        var random = new Random(1);
        var wide = new RadarProfile([.. Enumerable.Range(0, 2000 * 512).Select(_ => (float)(random.NextDouble() - 0.5))], 512, 0.1, [.. Enumerable.Range(0, 2000).Select(i => i * 0.02)], 0.14, 4e8);
        var copy = new float[wide.Samples.Length];
        var plain = Milliseconds(() => wide.Samples.CopyTo(copy, 0));
        RadarStep[] chain = [.. RadarStep.Words.Values.Where(k => k != RadarStepKind.Migrate).Select(k => new RadarStep(k))];
        var all = Milliseconds(() => RadarChain.Run(wide, chain));
        var stolt = Milliseconds(() => RadarChain.Run(wide, [new RadarStep(RadarStepKind.Migrate, 0.1)]));
        var ground = RadarGround.Make(new Random(2)) with { LengthMetres = 15.96 };
        var profile = new MadeUpRadar().Walk(ground, new Random(3));
        var targets = Milliseconds(() => TargetSearch.Of(profile));
        var lines = Enumerable.Range(0, 10).SelectMany(_ => wide.Samples).ToArray();
        var longest = new RadarProfile(lines, 512, 0.1, [.. Enumerable.Range(0, 20_000).Select(i => i * 0.02)], 0.14, 4e8);
        var picture = Radargram.Of(longest);
        var made = Milliseconds(() => Radargram.Of(longest));
        var tile = Milliseconds(() => picture.Tile(2, 1, 3, 0));
        var laid = Milliseconds(() => LaidCurve.Of(profile, DirectWave.Of(profile), new Hyperbola(8, 0.8, 0.05, 0.1)));
        Console.WriteLine(FormattableString.Invariant(
            $"20,000 × 512: picture with all its levels {made:0} ms ({made / plain / 10:0} plain copies), a tile {tile:0.00} ms; a laid curve judged {laid:0} ms"));
        Console.WriteLine(FormattableString.Invariant(
            $"2000 × 512: chain without migration {all:0} ms ({all / plain:0} plain copies), Stolt {stolt:0} ms ({stolt / plain:0}); targets on {profile.Traces} × {profile.SamplesEach} {targets:0} ms"));
    }

    private static async Task FilesAsync()
    {
        var profile = new RadarProfile(new float[44_000 * 512], 512, 0.1, [.. Enumerable.Range(0, 44_000).Select(i => i * 0.02)]);
        var path = Path.Combine(Path.GetTempPath(), $"mole-{Guid.NewGuid():N}.sgy");
        try
        {
            await using (var to = File.Create(path))
            {
                await SegYWriter.WriteAsync(profile, [], to);
            }

            profile = null;
            GC.Collect();
            var before = GC.GetTotalAllocatedBytes(precise: true);
            var began = Stopwatch.GetTimestamp();
            await using var from = File.OpenRead(path);
            var read = await SegYReader.ReadAsync(from, null);
            Console.WriteLine(FormattableString.Invariant(
                $"SEG-Y of {from.Length / 1e6:0} MB read in {Stopwatch.GetElapsedTime(began).TotalMilliseconds:0} ms, {(GC.GetTotalAllocatedBytes(precise: true) - before) / 1e6:0} MB taken, {read.Value.Traces} traces"));
        }
        finally
        {
            File.Delete(path);
        }
    }

    private static double Milliseconds(Action work)
    {
        for (var i = 0; i < Warm; i++)
        {
            work();
        }

        var times = Enumerable.Range(0, Timed).Select(_ =>
        {
            var began = Stopwatch.GetTimestamp();
            work();
            return Stopwatch.GetElapsedTime(began).TotalMilliseconds;
        }).Order().ToList();
        return times[Timed / 2];
    }
}
