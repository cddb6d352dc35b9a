namespace GentleMole.Core.Site;

/// <summary>A line on the site with chainage along it: a traced line, a tape, the middle of a trench.</summary>
public sealed class Run
{
    private readonly double[] _chainage;

    /// <param name="points">At least two points, not all in one place; see <see cref="SiteRules.IsRun"/>.</param>
    /// <exception cref="ArgumentException">Fewer than two points, or no length.</exception>
    public Run(IEnumerable<SitePoint> points)
    {
        var kept = SiteRules.Joined(points);
        if (kept.Count < 2)
        {
            throw new ArgumentException("A run needs two different points.", nameof(points));
        }

        Points = kept;
        _chainage = new double[kept.Count];
        for (var i = 1; i < kept.Count; i++)
        {
            _chainage[i] = _chainage[i - 1] + kept[i].DistanceTo(kept[i - 1]);
        }
    }

    /// <summary>Its corners, none in one place with the next.</summary>
    public IReadOnlyList<SitePoint> Points { get; }

    /// <summary>Its length, metres.</summary>
    public double Length => _chainage[^1];

    /// <summary>Chainage of the i-th point.</summary>
    public double ChainageOf(int index) => _chainage[index];

    /// <summary>The point at a chainage and an offset to the right; beyond the ends the end legs are prolonged.</summary>
    public SitePoint At(double chainageMetres, double offsetMetres = 0)
    {
        var leg = LegAt(chainageMetres);
        var ahead = Direction(leg);
        return Points[leg] + (ahead * (chainageMetres - _chainage[leg])) + (ahead.Right * offsetMetres);
    }

    /// <summary>Corners of the part between two chainages, held within the run; its ends among them.</summary>
    public IReadOnlyList<SitePoint> Between(double fromMetres, double toMetres)
    {
        var (from, to) = (Math.Clamp(fromMetres, 0, Length), Math.Clamp(toMetres, 0, Length));
        return [At(from), .. Points.Where((_, i) => _chainage[i] > from && _chainage[i] < to), At(to)];
    }

    /// <summary>Direction of the run at a chainage, as a unit vector.</summary>
    public SitePoint DirectionAt(double chainageMetres) => Direction(LegAt(chainageMetres));

    /// <summary>The nearest place on the run to a point.</summary>
    public Station Project(SitePoint point)
    {
        var best = new Station(0, double.PositiveInfinity, Points[0]);
        var nearest = double.PositiveInfinity;
        for (var leg = 0; leg + 1 < Points.Count; leg++)
        {
            var ahead = Direction(leg);
            var along = Math.Clamp((point - Points[leg]).Dot(ahead), 0, _chainage[leg + 1] - _chainage[leg]);
            var foot = Points[leg] + (ahead * along);
            var distance = foot.DistanceTo(point);
            if (distance < nearest)
            {
                nearest = distance;
                var side = (point - Points[leg]).Dot(ahead.Right);
                best = new Station(_chainage[leg] + along, Math.CopySign(distance, side), foot);
            }
        }

        return best;
    }

    /// <summary>Chainages at which this run is crossed by another.</summary>
    public IReadOnlyList<Crossing> CrossingsWith(Run other)
    {
        var found = new List<Crossing>();
        for (var i = 0; i + 1 < Points.Count; i++)
        {
            for (var j = 0; j + 1 < other.Points.Count; j++)
            {
                var d1 = Points[i + 1] - Points[i];
                var d2 = other.Points[j + 1] - other.Points[j];
                var cross = (d1.East * d2.North) - (d1.North * d2.East);
                if (Math.Abs(cross) < 1e-12)
                {
                    continue;
                }

                var gap = other.Points[j] - Points[i];
                var t = ((gap.East * d2.North) - (gap.North * d2.East)) / cross;
                var s = ((gap.East * d1.North) - (gap.North * d1.East)) / cross;
                if (t is >= 0 and <= 1 && s is >= 0 and <= 1)
                {
                    found.Add(new Crossing(
                        _chainage[i] + (t * d1.Length),
                        other._chainage[j] + (s * d2.Length),
                        Points[i] + (d1 * t)));
                }
            }
        }

        return found;
    }

    /// <summary>Where this run comes nearest to another: chainages on both, and how far they are apart there (m).</summary>
    public (double ChainageMetres, double OtherChainageMetres, double Metres) NearestTo(Run other)
    {
        if (CrossingsWith(other) is { Count: > 0 } crossings)
        {
            return (crossings[0].ChainageMetres, crossings[0].OtherChainageMetres, 0);
        }

        // Two that do not cross are nearest at a corner or an end of one of them.
        var ours = Points.Select((p, i) => (At: _chainage[i], Other: other.Project(p).ChainageMetres, Metres: Math.Abs(other.Project(p).OffsetMetres)));
        var theirs = other.Points.Select((p, i) => (At: Project(p).ChainageMetres, Other: other._chainage[i], Metres: Math.Abs(Project(p).OffsetMetres)));
        return ours.Concat(theirs).MinBy(n => n.Metres);
    }

    /// <summary>A place beside the run as if it went straight on beyond both ends: there the chainage is negative, or more than the length, and the foot lies on the run carried on.</summary>
    public Station ProjectBeyond(SitePoint point)
    {
        var on = Project(point);
        if (on.ChainageMetres > 0 && on.ChainageMetres < Length)
        {
            return on;
        }

        var ahead = DirectionAt(on.ChainageMetres);
        var more = (point - on.Foot).Dot(ahead);
        return new Station(on.ChainageMetres + more, (point - on.Foot).Dot(ahead.Right), on.Foot + (ahead * more));
    }

    /// <summary>What is known at each point of the run, so far along it: straight between points, and at the ends what the end has.</summary>
    /// <param name="values">One a point.</param>
    public double ValueAt(IReadOnlyList<double> values, double chainageMetres)
    {
        var next = Enumerable.Range(0, Points.Count).FirstOrDefault(i => _chainage[i] >= chainageMetres, Points.Count - 1);
        var before = Math.Max(0, next - 1);
        var (from, to) = (_chainage[before], _chainage[next]);
        var part = to > from ? Math.Clamp((chainageMetres - from) / (to - from), 0, 1) : 1;
        return values[before] + (part * (values[next] - values[before]));
    }

    private int LegAt(double chainageMetres)
    {
        var leg = Array.BinarySearch(_chainage, chainageMetres);
        leg = leg >= 0 ? leg : ~leg - 1;
        return Math.Clamp(leg, 0, Points.Count - 2);
    }

    private SitePoint Direction(int leg) => (Points[leg + 1] - Points[leg]).Unit();
}
