using GentleMole.Core.Network;
using GentleMole.Core.Site;

namespace GentleMole.Core.Identify;

/// <summary>A line's way on the plan, and which way it moves when it lies elsewhere as a whole.</summary>
internal sealed class LineShape
{
    private readonly Run _run;
    private readonly double[] _depth;

    public LineShape(NetworkLine line)
    {
        _run = line.OnPlan();
        _depth = [.. _run.Points.Select(c => -line.Points.MinBy(p => c.DistanceTo(p.OnPlan)).Up)];
        var chord = _run.Points[^1] - _run.Points[0];
        Aside = (chord.Length > 0 ? chord : _run.Points[1] - _run.Points[0]).Unit().Right;
    }

    /// <summary>Right angle to the chord from its first to its last point, unit vector to the right.</summary>
    public SitePoint Aside { get; }

    /// <summary>Offset of a place to the right of the line, metres, and the line's depth there, both as records have it.</summary>
    /// <returns>The offset has its sign by the nearest leg; beyond an end it is the whole distance.</returns>
    public (double OffsetMetres, double DepthMetres, SitePoint Foot) Near(SitePoint place)
    {
        var station = _run.Project(place);
        for (var i = 1; i < _depth.Length; i++)
        {
            var (from, to) = (_run.ChainageOf(i - 1), _run.ChainageOf(i));
            if (station.ChainageMetres <= to)
            {
                var part = Math.Clamp((station.ChainageMetres - from) / (to - from), 0, 1);
                return (station.OffsetMetres, _depth[i - 1] + (part * (_depth[i] - _depth[i - 1])), station.Foot);
            }
        }

        return (station.OffsetMetres, _depth[^1], station.Foot);
    }
}
