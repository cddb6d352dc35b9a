using GentleMole.Core.Lines;
using GentleMole.Core.Network;
using GentleMole.Core.Site;
using GentleMole.Core.Soil;

namespace GentleMole.Core.Tests.Network;

/// <summary>Small made-up networks for the tests of the engine.</summary>
internal static class Ground
{
    public static readonly SoilGround Loam = SoilGround.Of(SoilKind.Loam);

    /// <summary>A stake that only closes the circuit, without raising the soil.</summary>
    public static readonly EarthStake FarStake = new(new(0, -8), Ohms: 120, RaisesSoil: false);

    public static readonly Drive FiftyMilliamps = new(0.05, 60, 5);

    /// <summary>2.5 mm copper tracer in a plastic coat.</summary>
    public static readonly Conductor Tracer = new(Metal.Copper, 0.0018, null, new Coating(1e5, 0.001, 2.3));

    public static readonly Conductor BareIron = new(Metal.Iron, 0.118, 0.008, Coating.Bare);

    public static NetworkLine Straight(
        string id, double length, double north = 0, double depth = 0.9, LineEnd? start = null, LineEnd? end = null, Conductor? conductor = null,
        SeriesPerMetre? series = null, ShuntPerMetre? shunt = null) =>
        new(id, [new Vector3(0, north, -depth), new Vector3(length, north, -depth)], conductor ?? Tracer, start ?? LineEnd.Open, end ?? LineEnd.Open, series, shunt);

    public static BuriedNetwork Of(params NetworkLine[] lines) => new(Loam, lines, [], []);

    public static DirectSource At(string line, double chainage = 0, EarthStake? stake = null) => new(new LinePlace(line, chainage), stake ?? FarStake, FiftyMilliamps);

    public static SolvedNetwork Solve(this BuriedNetwork network, SignalSource source, double hertz)
    {
        Assert.Empty(NetworkRules.Check(network, source, hertz));
        return NetworkSolver.Of(new NetworkMesh(network, Cutting.For(hertz, source)), hertz).Value.Solve(source);
    }
}
