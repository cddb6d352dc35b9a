using System.Numerics;
using GentleMole.Core.Fields;
using GentleMole.Core.Site;
using Vector3 = GentleMole.Core.Site.Vector3;

namespace GentleMole.Core.Network;

/// <summary>Currents of a network with one source. For a direct source the source's current is real and positive.</summary>
public sealed class SolvedNetwork
{
    private const double LeastJump = 1e-9;

    private readonly NetworkMesh _mesh;
    private readonly Complex[] _soil;
    private readonly Complex[] _shunt;
    private readonly Complex[] _volts;
    private readonly Complex[] _segments;
    private readonly Complex[] _bridges;

    private SolvedNetwork(SolvedNetwork other, double scale)
    {
        (_mesh, _shunt, Hertz, Source) = (other._mesh, other._shunt, other.Hertz, other.Source);
        _volts = [.. other._volts.Select(v => v * scale)];
        _segments = [.. other._segments.Select(i => i * scale)];
        _bridges = [.. other._bridges.Select(i => i * scale)];
        _soil = [.. other._soil.Select(v => v * scale)];
    }

    private SolvedNetwork(NetworkSolver solver, SignalSource source, Complex[] x, double[] soil, Complex scale)
    {
        _mesh = solver.Mesh;
        _shunt = solver.ShuntSiemens;
        (Hertz, Source) = (solver.Hertz, source);
        var (nodes, segments) = (_mesh.Nodes.Count, _mesh.Segments.Count);
        _volts = [.. x.Take(nodes).Select(v => v * scale)];
        _segments = [.. x.Skip(nodes).Take(segments).Select(i => i * scale)];
        _bridges = [.. x.Skip(nodes + segments).Select(i => i * scale)];
        _soil = [.. soil.Select(v => v * scale)];
    }

    /// <summary>At which frequency it was solved.</summary>
    public double Hertz { get; }

    /// <summary>What drives it.</summary>
    public SignalSource Source { get; private init; }

    /// <summary>The network itself.</summary>
    public BuriedNetwork Network => _mesh.Network;

    /// <summary>What the transmitter's display shows.</summary>
    public SourceShown Shown { get; private init; } = new(null, null, null, null, null, SourceLimit.Set);

    internal static SolvedNetwork Of(NetworkSolver solver, SignalSource source, Complex[] x, double[] soil)
    {
        var mesh = solver.Mesh;
        if (source is DirectSource direct)
        {
            // Solved for one ampere; the stake sinks by its resistance, the line rises by its input impedance.
            var loop = x[mesh.NodeAt(direct.At)] + direct.Stake.OhmsIn(mesh.Network.Soil);
            var (amperes, limit) = Limited(direct.Drive, loop);
            return new SolvedNetwork(solver, source, x, soil, amperes)
            {
                Shown = new SourceShown(amperes, amperes * loop.Magnitude, loop.Magnitude, loop.Real, amperes * amperes * loop.Real, limit),
            };
        }

        if (source is ClampSource clamp)
        {
            var amperes = x[mesh.Nodes.Count + mesh.SegmentAt(clamp.At)].Magnitude;
            return new SolvedNetwork(solver, source, x, soil, 1)
            {
                Shown = new SourceShown(amperes, clamp.Volts, amperes > 0 ? clamp.Volts / amperes : null, null, null, SourceLimit.Set),
            };
        }

        return new SolvedNetwork(solver, source, x, soil, 1);
    }

    /// <summary>The same circuit with less sent into it; everything is in proportion. Only a direct source can be turned down.</summary>
    /// <param name="amperes">Current that is set, A; what the source is held down to is not exceeded.</param>
    public SolvedNetwork TurnedDownTo(double amperes)
    {
        if (Source is not DirectSource direct || Shown.Amperes is not { } sent || amperes >= sent)
        {
            return this;
        }

        var scale = amperes / sent;
        return new SolvedNetwork(this, scale)
        {
            Source = direct with { Drive = direct.Drive with { SetAmperes = amperes } },
            Shown = Shown with { Amperes = amperes, Volts = Shown.Volts * scale, Watts = Shown.Watts * scale * scale, LimitedBy = SourceLimit.Set },
        };
    }

    /// <summary>
    /// Current along a line: every node, both ends among them. Where it changes at once (a tee, a bond, a connection)
    /// there are two stations with the same chainage, before and after.
    /// </summary>
    public IReadOnlyList<LineStation> Stations(string line)
    {
        var stations = new List<LineStation>();
        foreach (var s in _mesh.SegmentsOf(line))
        {
            var segment = _mesh.Segments[s];
            var atStart = new LineStation(segment.FromChainage, _segments[s] + Leak(s, segment.From));
            if (stations.Count == 0 || (stations[^1].Amperes - atStart.Amperes).Magnitude > LeastJump * (stations[^1].Amperes.Magnitude + atStart.Amperes.Magnitude))
            {
                stations.Add(atStart);
            }

            stations.Add(new LineStation(segment.ToChainage, _segments[s] - Leak(s, segment.To)));
        }

        return stations;
    }

    /// <summary>Current in a line at a chainage, between stations straight.</summary>
    public Complex CurrentAt(string line, double chainageMetres)
    {
        var s = _mesh.SegmentAt(new LinePlace(line, chainageMetres));
        var segment = _mesh.Segments[s];
        var (from, to) = (_segments[s] + Leak(s, segment.From), _segments[s] - Leak(s, segment.To));
        var part = Math.Clamp((chainageMetres - segment.FromChainage) / segment.LengthMetres, 0, 1);
        return from + ((to - from) * part);
    }

    /// <summary>
    /// Everything that makes field above ground: wires, the lead and the stake, bonds, and the currents let into the
    /// soil at every node. A transmitting coil is heard directly too.
    /// </summary>
    public CircuitField Field()
    {
        var makers = Makers();
        return new CircuitField(
            [.. makers.SelectMany(m => m.Wires)], [.. makers.SelectMany(m => m.Outlets)], Source is InductionSource coil ? new Dipole(coil.Centre, coil.Moment) : null);
    }

    /// <summary>The same field by who makes it.</summary>
    public FieldShares Shares()
    {
        var makers = Makers();
        return new FieldShares(
            [.. makers.SkipLast(1).Select(m => new CircuitField(m.Wires, m.Outlets))],
            new CircuitField(makers[^1].Wires, makers[^1].Outlets, Source is InductionSource coil ? new Dipole(coil.Centre, coil.Moment) : null));
    }

    /// <summary>Wires and outlets of every line, in their order, and of the hookup, last. What leaks from a line into the soil is the line's.</summary>
    private (List<ComplexWire> Wires, List<SoilOutlet> Outlets)[] Makers()
    {
        var makers = new (List<ComplexWire> Wires, List<SoilOutlet> Outlets)[Network.Lines.Count + 1];
        for (var i = 0; i < makers.Length; i++)
        {
            makers[i] = ([], []);
        }

        var (leaks, owner) = (new Complex[_volts.Length], new int[_volts.Length]);
        for (var s = 0; s < _segments.Length; s++)
        {
            var segment = _mesh.Segments[s];
            makers[segment.Line].Wires.Add(new ComplexWire(
                _mesh.Nodes[segment.From].Place, _mesh.Nodes[segment.To].Place, _segments[s], Network.Lines[segment.Line].RadiusMetres));
            leaks[segment.From] += Leak(s, segment.From);
            leaks[segment.To] += Leak(s, segment.To);
            (owner[segment.From], owner[segment.To]) = (segment.Line, segment.Line);
        }

        foreach (var earth in _mesh.Earths)
        {
            leaks[earth.Node] += _volts[earth.Node] / Math.Max(earth.Ohms, 1e-4);
        }

        for (var k = 0; k < _bridges.Length; k++)
        {
            var bridge = _mesh.Bridges[k];
            var (from, to) = (_mesh.Nodes[bridge.From].Place, _mesh.Nodes[bridge.To].Place);
            if ((from - to).Length > 1e-6)
            {
                makers[owner[bridge.From]].Wires.Add(new ComplexWire(from, to, _bridges[k], 0.01));
            }
        }

        for (var n = 0; n < leaks.Length; n++)
        {
            makers[owner[n]].Outlets.Add(new SoilOutlet(_mesh.Nodes[n].Place, leaks[n]));
        }

        switch (Source)
        {
            case DirectSource direct:
                Lead(direct, makers[^1].Wires, makers[^1].Outlets);
                break;
            case NetCurrentSource net:
                // What is fed in at one end and taken out at the other comes and goes through the soil.
                makers[^1].Outlets.Add(new SoilOutlet(Network.Line(net.Line).Points[0], -net.Amperes));
                makers[^1].Outlets.Add(new SoilOutlet(Network.Line(net.Line).Points[^1], net.Amperes));
                break;
        }

        return makers;
    }

    /// <summary>Up from the line, along the ground to the stake, and down to half its length, where it takes the current in.</summary>
    private void Lead(DirectSource direct, List<ComplexWire> wires, List<SoilOutlet> outlets)
    {
        var amperes = Shown.Amperes!.Value;
        var line = _mesh.Nodes[_mesh.NodeAt(direct.At)].Place;
        var above = line with { Up = 0 };
        var half = direct.Stake.Top with { Up = -direct.Stake.LengthMetres / 2 };
        Vector3[] corners = [half, direct.Stake.Top, above, line];
        for (var i = 1; i < corners.Length; i++)
        {
            wires.Add(new ComplexWire(corners[i - 1], corners[i], amperes, 0.002));
        }

        outlets.Add(new SoilOutlet(half, -amperes));
    }

    private Complex Leak(int segment, int node) => _shunt[segment] * (_volts[node] - _soil[node]);

    private static (double Amperes, SourceLimit Limit) Limited(Drive drive, Complex loop)
    {
        var byVolts = drive.MaxVolts / loop.Magnitude;
        var byWatts = loop.Real > 0 ? Math.Sqrt(drive.MaxWatts / loop.Real) : double.PositiveInfinity;
        return drive.SetAmperes <= byVolts && drive.SetAmperes <= byWatts ? (drive.SetAmperes, SourceLimit.Set)
            : byVolts <= byWatts ? (byVolts, SourceLimit.Volts)
            : (byWatts, SourceLimit.Watts);
    }
}
