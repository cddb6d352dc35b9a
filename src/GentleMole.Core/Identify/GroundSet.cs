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

    /// <summary>Lines that nobody drew are looked for within so much of where dots were when the grounds were drawn.</summary>
    private const double FocusMetres = 0.4;

    private readonly IReadOnlyList<double> _focus;
    private readonly Run _target;

    private GroundSet(IReadOnlyList<SolvedGround> grounds, IReadOnlyList<double> focus, Run target) => (Grounds, _focus, _target) = (grounds, focus, target);

    /// <summary>True where dots that came since lie where grounds with other lines were looked for.</summary>
    public bool Serves(IEnumerable<ObservedDot> dots) =>
        dots.Select(d => _target.Project(d.Dot).OffsetMetres).All(o => _focus.Any(f => Math.Abs(f - o) <= FocusMetres));

    /// <summary>False where hardly any of the grounds can be solved.</summary>
    public bool IsUsable => Grounds.Count >= Fewest && Grounds.Any(g => double.IsFinite(g.LogWeight));

    internal IReadOnlyList<SolvedGround> Grounds { get; }

    /// <summary>Draws and solves; the same task gives the same grounds.</summary>
    /// <param name="progress">Told how many of how many are done.</param>
    /// <param name="likely">A bond that is looked for near its place in half of them, weighted back.</param>
    public static GroundSet Of(IdentifyTask task, CancellationToken cancel, Action<int, int>? progress = null, int count = Usual, Bond? likely = null)
    {
        var sampler = new GroundSampler(task, [.. task.Dots.Select(d => d.Dot)], likely: likely);
        var target = task.Network.Line(task.Target).OnPlan();
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
        return new GroundSet([.. solved.OfType<SolvedGround>()], [.. task.Dots.Select(d => target.Project(d.Dot).OffsetMetres)], target);
    }
}
