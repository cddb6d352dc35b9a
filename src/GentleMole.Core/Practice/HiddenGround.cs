using System.Numerics;
using GentleMole.Core.Hookup;
using GentleMole.Core.Instruments;
using GentleMole.Core.Network;
using GentleMole.Core.Soil;

namespace GentleMole.Core.Practice;

/// <summary>
/// SIMULATED. A ground that nobody sees: how lines really lie, what joins them, and the soil. A hookup made on it is solved by
/// the engine that plans hookups on the ground as it is supposed; nobody says which current runs where.
/// </summary>
/// <param name="Bonds">By chainages of the runs.</param>
/// <param name="Joints">By chainages of the runs.</param>
public sealed record HiddenGround(SoilGround Soil, IReadOnlyList<BuriedLine> Lines, IReadOnlyList<SupposedBond> Bonds, IReadOnlyList<SupposedJoint> Joints)
{
    /// <summary>A line by its name; null where there is none.</summary>
    public BuriedLine? Line(string id) => Lines.FirstOrDefault(l => l.Id == id);

    /// <summary>As it is heard without any transmitter: every live line with its own mains current. Null where none is live.</summary>
    public EnergisedGround? Live(double mainsHertz, TransmitterProfile transmitter)
    {
        var solved = Lines.Where(l => l.Lies.NetMilliamps > 0)
            .Select(l => Solve(new HookupTry(l.Id, l.Id, HookupMethod.Passive, l.Run.At(0), "", null, mainsHertz, 0), transmitter))
            .OfType<SolvedNetwork>().ToList();
        return solved.Count == 0 ? null : new EnergisedGround(solved[0], solved[1..]);
    }

    /// <summary>Makes a hookup on it; null where it cannot be made: there is no such line, no metal in it, nothing that can be solved.</summary>
    public EnergisedGround? Energise(HookupTry hookup, TransmitterProfile transmitter) => Solve(hookup, transmitter) is { } solved ? new EnergisedGround(solved) : null;

    /// <summary>A place on a line, as a source takes it, of a chainage of its run.</summary>
    public LinePlace PlaceOf(string line, double runMetres) => Plan.Place(line, runMetres);

    /// <summary>Current of a solved ground in a line, at a chainage of the line's run, A.</summary>
    public Complex CurrentAt(SolvedNetwork solved, string line, double runMetres)
    {
        ArgumentNullException.ThrowIfNull(solved);
        var sunk = solved.Network.Line(line);
        return solved.CurrentAt(line, Along(Plan.Network().Line(line), sunk, PlaceOf(line, runMetres).ChainageMetres));
    }

    /// <summary>The currents that a source drives in it, its places as <see cref="PlaceOf"/> gives them; null where they cannot be solved.</summary>
    public SolvedNetwork? Solve(SignalSource source, double hertz)
    {
        var (network, place) = Sunk();
        source = source switch
        {
            DirectSource direct => direct with { At = place(direct.At) },
            ClampSource clamp => clamp with { At = place(clamp.At) },
            var other => other,
        };
        return NetworkRules.Check(network, source, hertz).Count == 0
            && NetworkSolver.Of(new NetworkMesh(network, Cutting.For(hertz, source)), hertz) is { IsGood: true } solver
            ? solver.Value.Solve(source)
            : null;
    }

    /// <summary>The network of the engine: lines as deep as they lie, those that go on prolonged.</summary>
    public BuriedNetwork Network => Sunk().Network;

    private (BuriedNetwork Network, Func<LinePlace, LinePlace> Place) Sunk()
    {
        var level = Plan.Network();
        var sunk = level.Lines.ToDictionary(l => l.Id, l => Line(l.Id)!.Sunk(l));
        LinePlace Place(LinePlace place) => place with { ChainageMetres = Along(level.Line(place.Line), sunk[place.Line], place.ChainageMetres) };
        return (level with
        {
            Lines = [.. level.Lines.Select(l => sunk[l.Id])],
            Bonds = [.. level.Bonds.Select(b => b with { From = Place(b.From), To = Place(b.To) })],
            Joints = [.. level.Joints.Select(j => j with { At = Place(j.At) })],
        }, Place);
    }

    private SupposedGround Plan => new(Soil, [.. Lines.Select(l => l.Lies)], Bonds, Joints);

    private SolvedNetwork? Solve(HookupTry hookup, TransmitterProfile transmitter) =>
        Plan is var plan && plan.Line(hookup.On) is null ? null : Solve(hookup.Source(plan, transmitter), hookup.Hertz);

    /// <summary>Chainage along a line that dips, of a chainage along the same line drawn level.</summary>
    private static double Along(NetworkLine level, NetworkLine sunk, double chainageMetres)
    {
        var (left, passed) = (chainageMetres, 0.0);
        for (var i = 1; i < level.Points.Count; i++)
        {
            var flat = (level.Points[i] - level.Points[i - 1]).Length;
            var steep = (sunk.Points[i] - sunk.Points[i - 1]).Length;
            if (left <= flat && flat > 0)
            {
                return passed + (steep * left / flat);
            }

            (left, passed) = (left - flat, passed + steep);
        }

        return sunk.LengthMetres;
    }
}
