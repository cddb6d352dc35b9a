using GentleMole.Core.Fields;
using GentleMole.Core.Lines;
using GentleMole.Core.Site;

namespace GentleMole.Core.Practice;

/// <summary>A line as it really lies: corners with depth to the centre.</summary>
public sealed record BuriedLine(UtilityKind Kind, string Owner, IReadOnlyList<Vector3> Corners)
{
    /// <summary>The run of the line on the plan.</summary>
    public Run Run { get; } = new(Corners.Select(c => new SitePoint(c.East, c.North)));

    /// <summary>True depth at a chainage of the run.</summary>
    public double DepthAt(double chainageMetres)
    {
        for (var i = 1; i < Corners.Count; i++)
        {
            var (from, to) = (Run.ChainageOf(i - 1), Run.ChainageOf(i));
            if (chainageMetres <= to || i == Corners.Count - 1)
            {
                var part = Math.Clamp((chainageMetres - from) / (to - from), 0, 1);
                return -(Corners[i - 1].Up + (part * (Corners[i].Up - Corners[i - 1].Up)));
            }
        }

        return -Corners[0].Up;
    }

    /// <summary>The line cut into wires no longer than two metres, carrying a current given by chainage (amperes).</summary>
    public IEnumerable<WireSegment> Wires(Func<double, double> currentAt)
    {
        for (var i = 1; i < Corners.Count; i++)
        {
            var pieces = Math.Max(1, (int)Math.Ceiling((Corners[i] - Corners[i - 1]).Length / 2));
            for (var k = 0; k < pieces; k++)
            {
                var from = Corners[i - 1] + ((Corners[i] - Corners[i - 1]) * ((double)k / pieces));
                var to = Corners[i - 1] + ((Corners[i] - Corners[i - 1]) * ((k + 1.0) / pieces));
                var middle = Run.Project(new SitePoint((from.East + to.East) / 2, (from.North + to.North) / 2)).ChainageMetres;
                var current = currentAt(middle);
                if (current != 0)
                {
                    yield return new WireSegment(from, to, current);
                }
            }
        }
    }
}
