using GentleMole.Core.Site;

namespace GentleMole.Core.Trace;

/// <summary>
/// Puts marks in order along a line by cheapest insertion: each goes where it lengthens the line least, at an end or between
/// two that are there. Segments are found by the cells that they pass through, so that a line of many thousand marks is
/// joined in little more than one step a mark.
/// </summary>
internal sealed class LineJoiner
{
    /// <summary>Marks nearer to each other than this are one.</summary>
    private const double OnePlaceMetres = 0.005;
    private const double CellMetres = 4;

    /// <summary>A segment longer than this is not put into cells: there are few, and all of them are looked at.</summary>
    private const double LongMetres = 60;

    private readonly Dictionary<(long East, long North), List<Node>> _segments = [];
    private readonly Dictionary<(long East, long North), List<SitePoint>> _places = [];
    private readonly HashSet<Node> _long = [];
    private Node? _first;
    private Node? _last;
    private int _count;
    private double _longest;

    /// <summary>A mark and the one after it; the segment between them goes by the name of the first.</summary>
    private sealed class Node(MarkPoint mark)
    {
        public MarkPoint Mark { get; } = mark;

        public SitePoint Place => Mark.Place;

        public Node? Next { get; set; }

        /// <summary>Grows along the line, so that of two equal ways the earlier is taken.</summary>
        public double Order { get; set; }

        public double Length => Place.DistanceTo(Next!.Place);
    }

    /// <summary>Adds a mark, unless one is there already.</summary>
    public void Add(MarkPoint mark)
    {
        if (!IsNewPlace(mark.Place))
        {
            return;
        }

        var node = new Node(mark);
        _count++;
        if (_first is null || _last is null)
        {
            _first = _last = node;
            return;
        }

        var (place, ahead) = (mark.Place, mark.Place.DistanceTo(_first.Place));
        var least = place.DistanceTo(_last.Place);
        var atStart = _count > 2 && ahead < least;
        least = atStart ? ahead : least;
        if (_count > 2 && CheapestBetween(place, least) is { } before)
        {
            Unlist(before);
            (node.Next, before.Next, node.Order) = (before.Next, node, (before.Order + before.Next!.Order) / 2);
            List(before);
            List(node);
        }
        else if (atStart)
        {
            (node.Next, node.Order, _first) = (_first, _first.Order - 1, node);
            List(node);
        }
        else
        {
            (_last.Next, node.Order) = (node, _last.Order + 1);
            List(_last);
            _last = node;
        }
    }

    /// <summary>The marks in order along the line.</summary>
    public IReadOnlyList<MarkPoint> Marks()
    {
        var marks = new List<MarkPoint>(_count);
        for (var node = _first; node is not null; node = node.Next)
        {
            marks.Add(node.Mark);
        }

        return marks;
    }

    /// <summary>
    /// The segment that a place lengthens least, if less than so much; null for none. Looks nearby first: what is found there
    /// says how far away something better could be.
    /// </summary>
    private Node? CheapestBetween(SitePoint place, double least)
    {
        Node? best = null;
        void Look(IEnumerable<Node> segments)
        {
            foreach (var node in segments)
            {
                var added = place.DistanceTo(node.Place) + place.DistanceTo(node.Next!.Place) - node.Length;
                if (added < least || (best is not null && added == least && node.Order < best.Order))
                {
                    (best, least) = (node, added);
                }
            }
        }

        Look(_long);
        for (var radius = 2 * CellMetres; ; radius *= 2)
        {
            Look(Near(place, radius));
            if (radius >= Reach(least))
            {
                return best;
            }
        }
    }

    /// <summary>How far from its segment a place can lie that lengthens it by less than so much: half the minor axis of an ellipse round its ends.</summary>
    private double Reach(double added) => (Math.Sqrt(((2 * _longest) + added) * added) / 2) + 1e-9;

    private IEnumerable<Node> Near(SitePoint place, double reach)
    {
        var cells = (long)Math.Ceiling(reach / CellMetres);
        if (((2 * cells) + 1) * ((2 * cells) + 1) > _segments.Count)
        {
            return _segments.Values.SelectMany(s => s).Distinct();
        }

        var (east, north) = Cell(place, CellMetres);
        var found = new HashSet<Node>();
        for (var e = east - cells; e <= east + cells; e++)
        {
            for (var n = north - cells; n <= north + cells; n++)
            {
                if (_segments.TryGetValue((e, n), out var here))
                {
                    found.UnionWith(here);
                }
            }
        }

        return found;
    }

    private void List(Node node)
    {
        if (node.Length > LongMetres)
        {
            _long.Add(node);
            return;
        }

        _longest = Math.Max(_longest, node.Length);
        foreach (var cell in CellsOf(node))
        {
            (_segments.TryGetValue(cell, out var here) ? here : _segments[cell] = []).Add(node);
        }
    }

    private void Unlist(Node node)
    {
        if (_long.Remove(node))
        {
            return;
        }

        foreach (var cell in CellsOf(node))
        {
            var here = _segments[cell];
            here.Remove(node);
            if (here.Count == 0)
            {
                _segments.Remove(cell);
            }
        }
    }

    /// <summary>All cells of the box round a segment.</summary>
    private static IEnumerable<(long East, long North)> CellsOf(Node node)
    {
        var (a, b) = (Cell(node.Place, CellMetres), Cell(node.Next!.Place, CellMetres));
        for (var e = Math.Min(a.East, b.East); e <= Math.Max(a.East, b.East); e++)
        {
            for (var n = Math.Min(a.North, b.North); n <= Math.Max(a.North, b.North); n++)
            {
                yield return (e, n);
            }
        }
    }

    private bool IsNewPlace(SitePoint place)
    {
        var (east, north) = Cell(place, OnePlaceMetres);
        for (var e = east - 1; e <= east + 1; e++)
        {
            for (var n = north - 1; n <= north + 1; n++)
            {
                if (_places.TryGetValue((e, n), out var here) && here.Exists(p => p.DistanceTo(place) < OnePlaceMetres))
                {
                    return false;
                }
            }
        }

        (_places.TryGetValue((east, north), out var own) ? own : _places[(east, north)] = []).Add(place);
        return true;
    }

    private static (long East, long North) Cell(SitePoint place, double size) =>
        ((long)Math.Floor(place.East / size), (long)Math.Floor(place.North / size));
}
