using GentleMole.Core.Hookup;
using GentleMole.Core.Lines;
using GentleMole.Core.Practice;
using GentleMole.Core.Site;

namespace GentleMole.Core.Yards;

/// <summary>Lays lines into a yard by its own plan: east and north of a frame that is turned afterwards.</summary>
internal sealed class YardPlot(YardDraw draw, YardFrame frame)
{
    /// <summary>How far a record is off at least and at most; never right to the centimetre.</summary>
    private const double LeastOffMetres = 1.25;
    private const double MostOffMetres = 1.8;
    private const double JitterMetres = 0.15;

    private readonly List<BuriedLine> _lines = [];
    private readonly List<SupposedBond> _bonds = [];
    private readonly List<YardRecord> _records = [];

    public IReadOnlyList<BuriedLine> Lines => _lines;

    public IReadOnlyList<SupposedBond> Bonds => _bonds;

    public IReadOnlyList<YardRecord> Records => _records;

    /// <summary>Lays a line; its depth wanders a little from corner to corner.</summary>
    /// <param name="netMilliamps">What it carries of the mains where it is live.</param>
    public BuriedLine Line(string id, UtilityKind kind, Conductor conductor, double depthMetres, SupposedEnd start, SupposedEnd end, double? netMilliamps, params ReadOnlySpan<(double East, double North)> at)
    {
        var points = frame.Of(at);
        var line = new BuriedLine(
            new SupposedLine(id, YardBook.NameOf(id), kind, points, new Depth(depthMetres), conductor, start, end, netMilliamps), [.. points.Select(_ => new Depth(Math.Round(depthMetres * draw.Between(0.93, 1.07), 3)))]);
        _lines.Add(line);
        return line;
    }

    /// <summary>The same line with depths of its own, one a corner.</summary>
    public BuriedLine Sunk(BuriedLine line, params ReadOnlySpan<double> depthsMetres)
    {
        var depths = new Depth[depthsMetres.Length];
        for (var i = 0; i < depths.Length; i++)
        {
            depths[i] = new Depth(Math.Round(depthsMetres[i], 3));
        }

        var sunk = new BuriedLine(line.Lies, depths);
        _lines[_lines.IndexOf(line)] = sunk;
        return sunk;
    }

    /// <summary>Metal from the end of one line to the nearest place of another.</summary>
    public void Bond(BuriedLine from, BuriedLine to, double ohms) =>
        _bonds.Add(new SupposedBond(from.Id, from.Run.Length, to.Id, to.Run.Project(from.Run.Points[^1]).ChainageMetres, ohms));

    /// <summary>Metal between two lines at places of both.</summary>
    public void Bond(BuriedLine from, double fromMetres, BuriedLine to, double toMetres, double ohms) => _bonds.Add(new SupposedBond(from.Id, fromMetres, to.Id, toMetres, ohms));

    /// <summary>What a plan says of a line though the line lies otherwise.</summary>
    public void RecordAs(BuriedLine line, string owner, double doubtMetres, params ReadOnlySpan<(double East, double North)> at) => _records.Add(new YardRecord(line.Kind, owner, frame.Of(at), doubtMetres, null, line.Id));

    /// <summary>What a plan says of a line: beside it by one to two metres, its corners a little otherwise.</summary>
    public void Record(BuriedLine line, string owner, double doubtMetres = 2, bool knowsDepth = false)
    {
        var aside = draw.Between(LeastOffMetres, MostOffMetres) * (draw.Chance(0.5) ? 1 : -1);
        _records.Add(new YardRecord(
            line.Kind, owner,
            [.. line.Run.Points.Select((p, i) => p + (line.Run.DirectionAt(line.Run.ChainageOf(i)).Right * aside) + new SitePoint(draw.Between(-JitterMetres, JitterMetres), draw.Between(-JitterMetres, JitterMetres))).Select(p => new SitePoint(Math.Round(p.East, 2), Math.Round(p.North, 2)))],
            doubtMetres, knowsDepth ? Math.Round(line.Lies.Depth.Metres * draw.Between(0.8, 1.2), 1) : null, line.Id));
    }
}
