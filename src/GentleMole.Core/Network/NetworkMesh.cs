using GentleMole.Core.Site;

namespace GentleMole.Core.Network;

/// <summary>
/// A network cut into nodes and segments. It does not depend on frequency or source, so a planner cuts once and solves often.
/// </summary>
public sealed class NetworkMesh
{
    /// <summary>Lines farther apart than this do not couple through the air.</summary>
    public const double FarthestPairMetres = 15;

    /// <summary>Most couplings of pieces that are kept; more takes more memory than one question may.</summary>
    public const int MostPairs = 1_200_000;

    private const double SamePlaceMetres = 1e-6;

    /// <summary>Below this a bond is a weld.</summary>
    private const double WeldOhms = 1e-6;

    private readonly List<MeshNode> _nodes = [];
    private readonly List<MeshSegment> _segments = [];
    private readonly List<MeshBridge> _bridges = [];
    private readonly List<MeshEarth> _earths = [];
    private readonly List<(int First, int Count)> _lineSegments = [];
    private readonly Dictionary<string, int> _lineIndex = [];

    /// <summary>Cuts a network; it must have passed <see cref="NetworkRules"/>.</summary>
    /// <param name="network">Lines, bonds, soil.</param>
    /// <param name="cutting">How finely, and where.</param>
    /// <param name="cancel">Ends it by its exception when nobody waits any more.</param>
    public NetworkMesh(BuriedNetwork network, Cutting cutting, CancellationToken cancel = default)
    {
        Network = network;
        Cutting = cutting;
        for (var i = 0; i < network.Lines.Count; i++)
        {
            _lineIndex[network.Lines[i].Id] = i;
            CutLine(i, network.Lines[i], cutting);
        }

        foreach (var bond in network.Bonds)
        {
            _bridges.Add(new MeshBridge(NodeAt(bond.From), NodeAt(bond.To), bond.Ohms));
        }

        DropIdleWelds();

        Pairs = network.Coupled ? FindPairs(cancel) : [];
    }

    /// <summary>What was cut.</summary>
    public BuriedNetwork Network { get; }

    /// <summary>How it was cut.</summary>
    public Cutting Cutting { get; }

    /// <summary>How many segments that makes.</summary>
    public int SegmentCount => _segments.Count;

    /// <summary>True when so much runs side by side that it cannot be solved.</summary>
    public bool IsTooLarge { get; private set; }

    internal IReadOnlyList<MeshNode> Nodes => _nodes;

    internal IReadOnlyList<MeshSegment> Segments => _segments;

    internal IReadOnlyList<MeshBridge> Bridges => _bridges;

    internal IReadOnlyList<MeshEarth> Earths => _earths;

    internal IReadOnlyList<MeshPair> Pairs { get; }

    /// <summary>Segments of a line, in order of chainage.</summary>
    internal IEnumerable<int> SegmentsOf(string line)
    {
        var (first, count) = _lineSegments[_lineIndex[line]];
        return Enumerable.Range(first, count);
    }

    /// <summary>The segment that holds a chainage.</summary>
    internal int SegmentAt(LinePlace place)
    {
        var (first, count) = _lineSegments[_lineIndex[place.Line]];
        for (var s = first; s < first + count; s++)
        {
            if (place.ChainageMetres < _segments[s].ToChainage)
            {
                return s;
            }
        }

        return first + count - 1;
    }

    /// <summary>The node nearest to a chainage; there is one exactly there for bonds and connections.</summary>
    internal int NodeAt(LinePlace place)
    {
        var s = _segments[SegmentAt(place)];
        return place.ChainageMetres - s.FromChainage <= s.ToChainage - place.ChainageMetres ? s.From : s.To;
    }

    /// <summary>
    /// A weld between places that welds join already carries a share of current that nothing determines; it changes nothing
    /// else, so it is left out.
    /// </summary>
    private void DropIdleWelds()
    {
        var root = Enumerable.Range(0, _nodes.Count).ToArray();
        int Root(int node)
        {
            while (root[node] != node)
            {
                node = root[node] = root[root[node]];
            }

            return node;
        }

        _bridges.RemoveAll(b =>
        {
            var (from, to) = (Root(b.From), Root(b.To));
            if (from != to && b.Ohms < WeldOhms)
            {
                root[from] = to;
            }

            return from == to && (b.Ohms < WeldOhms || b.From == b.To);
        });
    }

    private void CutLine(int index, NetworkLine line, Cutting cutting)
    {
        var total = line.LengthMetres;
        var longest = Math.Min(cutting.LongestMetres, total / cutting.LeastPerLine);
        var joints = Network.Joints.Where(j => j.At.Line == line.Id).ToList();
        var stops = Stops(line, total, joints, cutting);
        var first = _segments.Count;
        var node = AddNode(line, stops[0]);
        if (line.Start.Kind == EndKind.Earthed)
        {
            _earths.Add(new MeshEarth(node, line.Start.Ohms));
        }

        for (var k = 1; k < stops.Count; k++)
        {
            // A joint parts the line: two nodes at one place, bridged or not.
            if (joints.Find(j => Math.Abs(j.At.ChainageMetres - stops[k - 1]) < SamePlaceMetres) is { } joint && k > 1)
            {
                var after = AddNode(line, stops[k - 1]);
                if (joint.BridgeOhms is { } ohms)
                {
                    _bridges.Add(new MeshBridge(node, after, ohms));
                }

                node = after;
            }

            var pieces = (int)Math.Ceiling((stops[k] - stops[k - 1]) / longest - 1e-9);
            for (var p = 1; p <= pieces; p++)
            {
                var from = stops[k - 1] + ((stops[k] - stops[k - 1]) * (p - 1) / pieces);
                var to = p == pieces ? stops[k] : stops[k - 1] + ((stops[k] - stops[k - 1]) * p / pieces);
                node = Refine(index, line, node, from, to, cutting.Near);
            }
        }

        if (line.End.Kind == EndKind.Earthed)
        {
            _earths.Add(new MeshEarth(node, line.End.Ohms));
        }

        _lineSegments.Add((first, _segments.Count - first));
    }

    private List<double> Stops(NetworkLine line, double total, List<InsulatingJoint> joints, Cutting cutting)
    {
        var at = new List<double> { 0, total };
        var along = 0.0;
        for (var i = 1; i < line.Points.Count - 1; i++)
        {
            along += (line.Points[i] - line.Points[i - 1]).Length;
            at.Add(along);
        }

        at.AddRange(joints.Select(j => j.At.ChainageMetres));
        at.AddRange(Network.Bonds.SelectMany(b => new[] { b.From, b.To }).Concat(cutting.Breaks)
            .Where(p => p.Line == line.Id).Select(p => p.ChainageMetres));
        var kept = new List<double>();
        foreach (var stop in at.Select(a => Math.Clamp(a, 0, total)).Order())
        {
            if (kept.Count == 0 || stop - kept[^1] > SamePlaceMetres)
            {
                kept.Add(stop);
            }
        }

        // The end keeps its exact chainage even if something lies a hair before it.
        kept[^1] = total;
        return kept;
    }

    private int Refine(int index, NetworkLine line, int node, double from, double to, IReadOnlyList<Vector3> near)
    {
        var (a, b) = (line.At(from), line.At(to));
        var length = to - from;
        if (length > Cutting.ShortestMetres * 2 && near.Any(p => length > 0.5 * Away(p, a, b)))
        {
            var middle = Refine(index, line, node, from, (from + to) / 2, near);
            return Refine(index, line, middle, (from + to) / 2, to, near);
        }

        var end = AddNode(line, to);
        var straight = (b - a).Length;
        var direction = straight > 0 ? (b - a) * (1 / straight) : default;
        _segments.Add(new MeshSegment(index, node, end, length, direction, -(a.Up + b.Up) / 2, from, to));
        return end;
    }

    private int AddNode(NetworkLine line, double chainage)
    {
        _nodes.Add(new MeshNode(line.At(chainage), chainage));
        return _nodes.Count - 1;
    }

    private static double Away(Vector3 p, Vector3 a, Vector3 b)
    {
        var ab = b - a;
        var along = Math.Clamp((p - a).Dot(ab) / Math.Max(ab.Dot(ab), 1e-12), 0, 1);
        return (p - (a + (ab * along))).Length;
    }

    private List<MeshPair> FindPairs(CancellationToken cancel)
    {
        var pairs = new List<MeshPair>();
        var longest = _segments.Count == 0 ? 0 : _segments.Max(s => s.LengthMetres);
        var cell = FarthestPairMetres + longest;
        var grid = new Dictionary<(int, int), List<int>>();
        for (var i = 0; i < _segments.Count && !IsTooLarge; i++)
        {
            cancel.ThrowIfCancellationRequested();
            IsTooLarge = pairs.Count > MostPairs;
            var middle = (_nodes[_segments[i].From].Place + _nodes[_segments[i].To].Place) * 0.5;
            var (x, y) = ((int)Math.Floor(middle.East / cell), (int)Math.Floor(middle.North / cell));
            for (var dx = -1; dx <= 1; dx++)
            {
                for (var dy = -1; dy <= 1; dy++)
                {
                    foreach (var j in grid.GetValueOrDefault((x + dx, y + dy)) ?? [])
                    {
                        SideBySide(pairs, j, i);
                    }
                }
            }

            (grid.TryGetValue((x, y), out var here) ? here : grid[(x, y)] = []).Add(i);
        }

        return pairs;
    }

    /// <summary>
    /// The length over which two pieces run side by side, seen along the direction between theirs, so that the coupling
    /// is the same both ways. Pieces that are not parallel are sampled at three places (Gauss), parallel ones at one.
    /// </summary>
    private void SideBySide(List<MeshPair> pairs, int i, int j)
    {
        var (s, t) = (_segments[i], _segments[j]);
        var cos = s.Direction.Dot(t.Direction);
        if (Math.Abs(cos) < 1e-3 || (s.Line == t.Line && cos > 0.999))
        {
            return;
        }

        var (a, b) = (_nodes[s.From].Place, _nodes[t.From].Place);
        var between = s.Direction + (t.Direction * Math.Sign(cos));
        between *= 1 / between.Length;
        var (rise, otherRise) = (s.Direction.Dot(between), t.Direction.Dot(between));
        var (from, otherFrom) = (a.Dot(between), b.Dot(between));
        var (to, otherTo) = (from + (s.LengthMetres * rise), otherFrom + (t.LengthMetres * otherRise));
        var low = Math.Max(from, Math.Min(otherFrom, otherTo));
        var high = Math.Min(to, Math.Max(otherFrom, otherTo));
        if (high - low < 1e-9)
        {
            return;
        }

        var touching = Network.Lines[s.Line].RadiusMetres + Network.Lines[t.Line].RadiusMetres;
        foreach (var (place, weight) in Math.Abs(cos) > 0.9999 ? Once : Thrice)
        {
            var at = low + ((high - low) * place);
            var gap = a + (s.Direction * ((at - from) / rise)) - (b + (t.Direction * ((at - otherFrom) / otherRise)));
            var distance = gap.Length;
            if (distance > FarthestPairMetres)
            {
                continue;
            }

            var horizontal = Math.Sqrt((gap.East * gap.East) + (gap.North * gap.North));
            pairs.Add(new MeshPair(
                i, j, cos * weight * (high - low) / rise, Math.Max(distance, touching), horizontal, s.DepthMetres + t.DepthMetres));
        }
    }

    private static readonly (double Place, double Weight)[] Once = [(0.5, 1)];

    private static readonly (double Place, double Weight)[] Thrice =
        [(0.5 - (0.5 * Math.Sqrt(0.6)), 5 / 18.0), (0.5, 8 / 18.0), (0.5 + (0.5 * Math.Sqrt(0.6)), 5 / 18.0)];
}
