using System.Numerics;

namespace GentleMole.Core.Network;

/// <summary>
/// How a solved network answers a current fed in at one place, and how that changes with one thing in it: a short, a bond, a joint,
/// an end that is no longer earthed. All follow exactly from answers at single places, without solving anew (compensation
/// theorem). Answers are kept; not to be used from several threads at once.
/// </summary>
/// <param name="at">Where the current is fed in, against remote earth.</param>
/// <param name="heard">Where the current is of interest.</param>
public sealed class NetworkPorts(NetworkSolver solver, LinePlace at, LinePlace heard)
{
    private readonly Dictionary<int, Complex[]> _fed = [];
    private readonly Dictionary<int, Complex[]> _pushed = [];
    private readonly int _at = solver.Mesh.NodeAt(at);
    private readonly int _heard = solver.Mesh.Nodes.Count + solver.Mesh.SegmentAt(heard);

    /// <summary>Frequency at which the network was solved.</summary>
    public double Hertz => solver.Hertz;

    private NetworkMesh Mesh => solver.Mesh;

    /// <summary>The network as it is.</summary>
    public PortAnswer Plain => FedAt(at);

    /// <summary>The same fed in at another place.</summary>
    public PortAnswer FedAt(LinePlace place)
    {
        var node = Mesh.NodeAt(place);
        return new PortAnswer(Fed(node)[node], Fed(node)[_heard]);
    }

    /// <summary>With a resistance to earth at a place, Ω.</summary>
    public PortAnswer WithShort(LinePlace place, double ohms)
    {
        var node = Mesh.NodeAt(place);
        return TakenOut(Fed(node), v => v[node], ohms);
    }

    /// <summary>With a resistance between two places, Ω.</summary>
    public PortAnswer WithBond(LinePlace one, LinePlace other, double ohms)
    {
        var (a, b) = (Mesh.NodeAt(one), Mesh.NodeAt(other));
        var (fedA, fedB) = (Fed(a), Fed(b));
        return TakenOut([.. fedA.Zip(fedB, (x, y) => x - y)], v => v[a] - v[b], ohms);
    }

    /// <summary>Taken out again at another place, instead of at remote earth.</summary>
    public PortAnswer BackAt(LinePlace other)
    {
        var node = Mesh.NodeAt(other);
        var (fed, back) = (Fed(_at), Fed(node));
        return new PortAnswer(fed[_at] + back[node] - (2 * fed[node]), fed[_heard] - back[_heard]);
    }

    /// <summary>With a resistance in series with the line at a place, Ω; infinite for a break.</summary>
    public PortAnswer WithSeries(LinePlace joint, double ohms)
    {
        var segment = Mesh.SegmentAt(joint);
        var (through, pushed) = (Fed(_at)[Mesh.Nodes.Count + segment], Pushed(segment));
        var volts = through / (pushed[Mesh.Nodes.Count + segment] + (1 / ohms));
        return new PortAnswer(Fed(_at)[_at] + (through * volts), Fed(_at)[_heard] - (volts * pushed[_heard]));
    }

    /// <summary>With the earth of a line's end taken off.</summary>
    /// <param name="endOhms">Resistance of that earth, Ω: the same taken off as a negative one put on.</param>
    public PortAnswer WithoutEarth(LinePlace end, double endOhms) => WithShort(end, -endOhms);

    /// <summary>With a branch put on, through which a current leaves.</summary>
    /// <param name="unit">Answers per ampere through the branch.</param>
    /// <param name="across">Voltage across the branch, of answers.</param>
    private PortAnswer TakenOut(Complex[] unit, Func<Complex[], Complex> across, double ohms)
    {
        var fed = Fed(_at);
        var taken = across(fed) / (across(unit) + ohms);
        return new PortAnswer(fed[_at] - (taken * unit[_at]), fed[_heard] - (taken * unit[_heard]));
    }

    private Complex[] Fed(int node) => Kept(_fed, node, node, 1);

    /// <summary>Answers per volt in series with a segment, which drives current towards its end.</summary>
    private Complex[] Pushed(int segment) => Kept(_pushed, segment, Mesh.Nodes.Count + segment, -1);

    private Complex[] Kept(Dictionary<int, Complex[]> kept, int of, int driven, double drive)
    {
        if (!kept.TryGetValue(of, out var answer))
        {
            kept[of] = answer = solver.Answer(driven, drive);
        }

        return answer;
    }
}
