using GentleMole.Core.Network;

namespace GentleMole.Core.Tests.Network;

/// <summary>What is too large is told and not begun; what nobody waits for any more is ended.</summary>
public class BudgetTests
{
    private static BuriedNetwork Beside(int lines, double length) =>
        Ground.Of([.. Enumerable.Range(0, lines).Select(i => Ground.Straight($"l{i}", length, north: i * 0.1))]);

    [Fact]
    public void Very_many_lines_side_by_side_are_told_before_they_take_the_memory()
    {
        var source = Ground.At("l0");
        var network = Beside(100, 500);
        var before = GC.GetAllocatedBytesForCurrentThread();
        var mesh = new NetworkMesh(network, Cutting.For(8000, source));
        var solver = NetworkSolver.Of(mesh, 8000);

        Assert.Contains("side by side", solver.Errors.Single().Sentence, StringComparison.Ordinal);
        Assert.InRange(GC.GetAllocatedBytesForCurrentThread() - before, 0, 500_000_000);
    }

    [Fact]
    public void So_many_bonds_are_no_street()
    {
        var network = Beside(2, 50) with { Bonds = [.. Enumerable.Range(0, NetworkRules.MostJoined + 1).Select(i => new Bond(new("l0", i * 0.04), new("l1", i * 0.04), 1))] };

        Assert.Contains(NetworkRules.Check(network, Ground.At("l0"), 8000), e => e.Sentence.Contains("1000 is the most", StringComparison.Ordinal));
    }

    [Fact]
    public void Whoever_leaves_ends_it()
    {
        var source = Ground.At("l0");
        var network = Beside(30, 200);
        using var left = new CancellationTokenSource();
        left.Cancel();

        Assert.Throws<OperationCanceledException>(() => new NetworkMesh(network, Cutting.For(8000, source), left.Token));
        var mesh = new NetworkMesh(network, Cutting.For(8000, source));
        Assert.Throws<OperationCanceledException>(() => NetworkSolver.Of(mesh, 8000, left.Token));
    }
}
