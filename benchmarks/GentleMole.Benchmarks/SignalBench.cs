using BenchmarkDotNet.Attributes;
using GentleMole.Core.Lines;
using GentleMole.Core.Network;
using GentleMole.Core.Site;
using GentleMole.Core.Soil;

namespace GentleMole.Benchmarks;

/// <summary>
/// The signal engine: ten lines of 100 m side by side and crossing, at least 600 segments. Asked: a network solved at one
/// frequency in 60 ms, one receiver reading from it in 60 µs.
/// </summary>
[MemoryDiagnoser]
public class SignalBench
{
    private readonly BuriedNetwork _network = TenLines();
    private NetworkMesh _mesh = null!;
    private NetworkSolver _solver = null!;
    private Core.Fields.CircuitField _field = null!;

    private static DirectSource Source { get; } = new(new LinePlace("line 0", 0), new EarthStake(new(-2, -8)), new Drive(0.05, 60, 5));

    [GlobalSetup]
    public void Setup()
    {
        _mesh = new NetworkMesh(_network, Cut);
        _solver = NetworkSolver.Of(_mesh, 8000).Value;
        _field = _solver.Solve(Source).Field();
        Console.WriteLine($"// {_mesh.SegmentCount} segments");
    }

    [Benchmark(Description = "10 lines × 100 m: cut, factor, solve at one frequency")]
    public SolvedNetwork Whole() => NetworkSolver.Of(new NetworkMesh(_network, Cut), 8000).Value.Solve(Source);

    [Benchmark(Description = "another frequency on the same cut")]
    public SolvedNetwork OtherFrequency() => NetworkSolver.Of(_mesh, 33_000).Value.Solve(Source);

    [Benchmark(Description = "another source, factored already")]
    public SolvedNetwork OtherSource() => _solver.Solve(Source);

    [Benchmark(Description = "field at one point")]
    public double Field() => _field.At(new Vector3(50, 3, 0.05)).InPhase.Up;

    private static Cutting Cut => Cutting.For(8000, Source) with { LongestMetres = 1.6 };

    internal static BuriedNetwork TenLines()
    {
        var wire = new Conductor(Metal.Copper, 0.0018, null, Coating.Polyethylene);
        var pipe = new Conductor(Metal.Iron, 0.118, 0.008, Coating.Bare);
        var lines = Enumerable.Range(0, 8).Select(i => new NetworkLine(
            $"line {i}", [new(0, 1.4 * i, -0.6 - (0.1 * i)), new(50, 1.4 * i, -0.8), new(100, (1.4 * i) + (2 * (i % 3)), -0.9)],
            i % 2 == 0 ? wire : pipe, LineEnd.Open, i % 3 == 0 ? LineEnd.Earthed(20) : LineEnd.Open)).ToList();
        lines.Add(new NetworkLine("across 1", [new(30, -50, -1.1), new(34, 50, -1.2)], pipe, LineEnd.Open, LineEnd.Open));
        lines.Add(new NetworkLine("across 2", [new(60, -50, -0.5), new(75, 50, -0.5)], wire, LineEnd.Earthed(30), LineEnd.Earthed(30)));
        return new BuriedNetwork(SoilGround.Of(SoilKind.Loam), lines, [new Bond(new("line 0", 100), new("line 3", 100), 0.5), new Bond(new("line 1", 40), new("across 1", 48), 0)], []);
    }
}
