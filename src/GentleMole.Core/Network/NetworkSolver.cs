using System.Numerics;
using GentleMole.Core.Fields;
using GentleMole.Core.Site;
using Vector3 = GentleMole.Core.Site.Vector3;

namespace GentleMole.Core.Network;

/// <summary>
/// A cut network at one frequency, factored once: unknowns are the potentials of its nodes and the currents of its segments
/// and bonds (modified nodal analysis, exact π sections, distributed mutual impedances). Every source is then one
/// back-substitution. Immutable once made; safe to use from several threads.
/// </summary>
public sealed class NetworkSolver
{
    /// <summary>A node that nothing leaks from still gets this, S; it changes no current that could be measured.</summary>
    private const double LeastSiemens = 1e-15;

    private const double LeastEarthOhms = 1e-4;

    private readonly SkylineFactor _factor;
    private readonly Complex[] _diagonal;
    private readonly (int A, int B, Complex Value)[] _entries;

    private NetworkSolver(NetworkMesh mesh, double hertz, SkylineFactor factor, Complex[] diagonal, (int, int, Complex)[] entries, Complex[] shunt)
    {
        (Mesh, Hertz, _factor, _diagonal, _entries, ShuntSiemens) = (mesh, hertz, factor, diagonal, entries, shunt);
    }

    /// <summary>What is solved.</summary>
    public NetworkMesh Mesh { get; }

    /// <summary>At which frequency.</summary>
    public double Hertz { get; }

    /// <summary>Half the shunt admittance of each segment, S: what leaks at each of its ends.</summary>
    internal Complex[] ShuntSiemens { get; }

    /// <summary>Sets up and factors; an error when the network is too large to be solved at once.</summary>
    /// <param name="mesh">The network, cut into pieces.</param>
    /// <param name="hertz">Frequency.</param>
    /// <param name="cancel">Ends it by its exception when nobody waits any more.</param>
    public static Result<NetworkSolver> Of(NetworkMesh mesh, double hertz, CancellationToken cancel = default)
    {
        if (mesh.IsTooLarge)
        {
            return TooLarge;
        }

        var (nodes, segments, bridges) = (mesh.Nodes.Count, mesh.Segments.Count, mesh.Bridges.Count);
        var diagonal = new Complex[nodes + segments + bridges];
        var shunt = new Complex[segments];
        var entries = new List<(int A, int B, Complex Value)>((2 * segments) + (2 * bridges) + mesh.Pairs.Count);
        Array.Fill(diagonal, LeastSiemens, 0, nodes);
        for (var i = 0; i < segments; i++)
        {
            var segment = mesh.Segments[i];
            var line = mesh.Network.Lines[segment.Line];
            var series = SeriesOf(line, segment.DepthMetres, hertz, mesh) * segment.LengthMetres;
            var leak = ShuntOf(line, segment.DepthMetres, hertz, mesh) * segment.LengthMetres;
            var (lengthened, shortened) = ExactPi(series * leak);
            shunt[i] = leak / 2 * shortened;
            diagonal[segment.From] += shunt[i];
            diagonal[segment.To] += shunt[i];
            diagonal[nodes + i] = -series * lengthened;
            entries.Add((segment.From, nodes + i, 1));
            entries.Add((segment.To, nodes + i, -1));
        }

        foreach (var earth in mesh.Earths)
        {
            diagonal[earth.Node] += 1 / Math.Max(earth.Ohms, LeastEarthOhms);
        }

        var later = new List<(int, int, int)>();
        for (var k = 0; k < bridges; k++)
        {
            var (bridge, at) = (mesh.Bridges[k], nodes + segments + k);
            diagonal[at] = -bridge.Ohms;
            entries.Add((bridge.From, at, 1));
            entries.Add((bridge.To, at, -1));
            later.Add((at, bridge.From, bridge.To));
        }

        var soilConstant = LineImpedance.SoilConstant(hertz, mesh.Network.Soil);
        foreach (var pair in mesh.Pairs)
        {
            var mutual = LineImpedance.Mutual(pair.DistanceMetres, pair.HorizontalMetres, pair.DepthsMetres, hertz, soilConstant);
            entries.Add((nodes + pair.First, nodes + pair.Second, -mutual * pair.SignedLength));
        }

        var neighbours = new List<int>[diagonal.Length];
        for (var i = 0; i < neighbours.Length; i++)
        {
            neighbours[i] = new List<int>(4);
        }

        foreach (var (a, b, _) in entries)
        {
            neighbours[a].Add(b);
            neighbours[b].Add(a);
        }

        return SkylineFactor.Of(SkylineFactor.Order(neighbours, later), diagonal, entries, cancel) is { } factor
            ? factor.IsFinite
                ? new NetworkSolver(mesh, hertz, factor, diagonal, [.. entries], shunt)
                : new FieldError(nameof(mesh), "This network has no one solution: resistances or lengths in it are too small or too large to be real.")
            : TooLarge;
    }

    private static FieldError TooLarge { get; } =
        new("mesh", "So many lines side by side cannot be solved at once; leave out what lies far from the target, or shorten it.");

    /// <summary>Currents everywhere for one source.</summary>
    public SolvedNetwork Solve(SignalSource source)
    {
        var right = new Complex[_diagonal.Length];
        var soil = new double[Mesh.Nodes.Count];
        switch (source)
        {
            case DirectSource direct:
                right[Mesh.NodeAt(direct.At)] = 1;
                StakeInSoil(direct, soil, right);
                break;
            case ClampSource clamp:
                right[Mesh.Nodes.Count + Mesh.SegmentAt(clamp.At)] = -clamp.Volts;
                break;
            case InductionSource coil:
                Induce(right, (point, along) => CoilVolts(coil, point, along));
                break;
            case RadioSource radio:
                var axis = radio.Along.Direction;
                Induce(right, (_, along) => radio.VoltsPerMetre * ((along.East * axis.East) + (along.North * axis.North)));
                break;
            case NetCurrentSource net:
                right[Mesh.NodeAt(new LinePlace(net.Line, 0))] = net.Amperes;
                right[Mesh.NodeAt(new LinePlace(net.Line, double.MaxValue))] = -net.Amperes;
                break;
        }

        return SolvedNetwork.Of(this, source, Refined(right), soil);
    }

    /// <summary>All unknowns for one source of a unit: current into a node, or minus a voltage in series with a segment.</summary>
    internal Complex[] Answer(int at, double drive)
    {
        var right = new Complex[_diagonal.Length];
        right[at] = drive;
        return Refined(right);
    }

    /// <summary>One step of iterative refinement takes out what rounding left.</summary>
    private Complex[] Refined(Complex[] right)
    {
        var x = _factor.Solve(right);
        var rest = new Complex[right.Length];
        for (var i = 0; i < rest.Length; i++)
        {
            rest[i] = right[i] - (_diagonal[i] * x[i]);
        }

        foreach (var (a, b, value) in _entries)
        {
            rest[a] -= value * x[b];
            rest[b] -= value * x[a];
        }

        var step = _factor.Solve(rest);
        for (var i = 0; i < x.Length; i++)
        {
            x[i] += step[i];
        }

        return x;
    }

    /// <summary>The stake takes in one ampere, so the soil round it sinks; the shunts of every line feel that.</summary>
    private void StakeInSoil(DirectSource direct, double[] soil, Complex[] right)
    {
        if (!direct.Stake.RaisesSoil)
        {
            return;
        }

        for (var n = 0; n < soil.Length; n++)
        {
            soil[n] = -direct.Stake.SoilOhms(Mesh.Network.Soil, (Mesh.Nodes[n].Place - direct.Stake.Top).Length);
        }

        for (var i = 0; i < Mesh.Segments.Count; i++)
        {
            right[Mesh.Segments[i].From] += ShuntSiemens[i] * soil[Mesh.Segments[i].From];
            right[Mesh.Segments[i].To] += ShuntSiemens[i] * soil[Mesh.Segments[i].To];
        }
    }

    /// <summary>EMF of each segment from a force per metre, by four-point Gauss quadrature.</summary>
    private void Induce(Complex[] right, Func<Vector3, Vector3, Complex> perMetre)
    {
        for (var i = 0; i < Mesh.Segments.Count; i++)
        {
            var segment = Mesh.Segments[i];
            var from = Mesh.Nodes[segment.From].Place;
            Complex emf = 0;
            foreach (var (place, weight) in Gauss)
            {
                emf += weight * segment.LengthMetres * perMetre(from + (segment.Direction * (segment.LengthMetres * place)), segment.Direction);
            }

            right[Mesh.Nodes.Count + i] = -emf;
        }
    }

    /// <summary>Faraday: −jωA·u with the vector potential of a dipole, <c>A = μ0/4π·m × r/r³</c>.</summary>
    private Complex CoilVolts(InductionSource coil, Vector3 point, Vector3 along)
    {
        var r = point - coil.Centre;
        var distance = Math.Max(r.Length, 0.05);
        var potential = coil.Moment.Cross(r) * (Physics.Mu0 / (4 * Math.PI * distance * distance * distance));
        return new Complex(0, -2 * Math.PI * Hertz * potential.Dot(along));
    }

    /// <summary>
    /// Factors that make a π section of lumped elements the exact one of a uniform line: sinh θ/θ on the series impedance,
    /// tanh(θ/2)/(θ/2) on the shunts, θ² = zy·Δx². Without them a line near resonance is off by more than its segments are short.
    /// </summary>
    private static (Complex Series, Complex Shunt) ExactPi(Complex squared)
    {
        if (squared.Magnitude < 0.01)
        {
            return (1 + (squared / 6) + (squared * squared / 120), 1 - (squared / 12) + (squared * squared / 120));
        }

        var theta = Complex.Sqrt(squared);
        return theta.Real > 20 ? (Complex.Exp(20) / 40, 2 / theta) : (Complex.Sinh(theta) / theta, Complex.Tanh(theta / 2) / (theta / 2));
    }

    private static Complex SeriesOf(NetworkLine line, double depth, double hertz, NetworkMesh mesh) => line.Series is { } given
        ? new Complex(given.Ohms, 2 * Math.PI * hertz * given.Henries)
        : LineImpedance.Internal(line.Conductor!, hertz) + LineImpedance.ExternalSelf(line.RadiusMetres, depth, hertz, mesh.Network.Soil);

    private static Complex ShuntOf(NetworkLine line, double depth, double hertz, NetworkMesh mesh) => line.Shunt is { } given
        ? new Complex(given.Siemens, 2 * Math.PI * hertz * given.Farads)
        : LineImpedance.Shunt(line.Conductor!, depth, line.LengthMetres, hertz, mesh.Network.Soil);

    private static readonly (double Place, double Weight)[] Gauss =
    [
        (0.069431844202973712, 0.17392742256872693), (0.33000947820757187, 0.32607257743127307),
        (0.66999052179242813, 0.32607257743127307), (0.93056815579702629, 0.17392742256872693),
    ];
}
