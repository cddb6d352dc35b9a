using GentleMole.Core.Network;
using GentleMole.Core.Site;

namespace GentleMole.Core.Identify;

/// <summary>Grounds as they may be, solved for one hookup. They take most of the time and serve every dot over the same ground.</summary>
public sealed class GroundSet
{
    /// <summary>How many grounds are drawn.</summary>
    public const int Usual = 400;

    private const int Seed = 20_26;
    private const int Fewest = 20;

    private GroundSet(IReadOnlyList<SolvedGround> grounds) => Grounds = grounds;

    /// <summary>False where hardly any of the grounds can be solved.</summary>
    public bool IsUsable => Grounds.Count >= Fewest && Grounds.Any(g => double.IsFinite(g.LogWeight));

    internal IReadOnlyList<SolvedGround> Grounds { get; }

    /// <summary>Draws and solves; the same task gives the same grounds.</summary>
    /// <param name="progress">Told how many of how many are done.</param>
    public static GroundSet Of(IdentifyTask task, CancellationToken cancel, Action<int, int>? progress = null, int count = Usual)
    {
        var sampler = new GroundSampler(task, [.. task.Dots.Select(d => d.Dot)]);
        var random = new Random(Seed);
        GroundDraw[] draws = [sampler.AsRecorded with { LogWeight = Math.Log(1.0 / count) }, .. Enumerable.Range(1, count).Select(_ => sampler.Draw(random))];
        var shapes = task.Network.Lines.Select(l => new LineShape(l)).ToList();
        var solved = new SolvedGround?[draws.Length];
        var done = 0;
        Parallel.For(0, draws.Length, new ParallelOptions { CancellationToken = cancel }, i =>
        {
            solved[i] = SolvedGround.Of(draws[i], task, shapes);
            progress?.Invoke(Interlocked.Increment(ref done), draws.Length);
        });
        return new GroundSet([.. solved.OfType<SolvedGround>()]);
    }
}
