using GentleMole.Core.Lines;
using GentleMole.Core.Site;
using GentleMole.Core.Trace;

namespace GentleMole.Core.Paint;

/// <summary>What lines and things on the site say of each other: where a line ends, and where one goes off another.</summary>
public static class PaintJoins
{
    /// <summary>An end so near to another line of its kind goes off it, beside the ± of both.</summary>
    private const double TeeMetres = 0.3;

    /// <summary>A line ends at a thing so near to its last dot.</summary>
    private const double AtThingMetres = 0.75;

    /// <summary>A tee that was seen is the one that was marked when they lie so near to each other.</summary>
    private const double SameTeeMetres = 1;

    /// <summary>Where lines leave the ground or stop.</summary>
    private static readonly HashSet<FeatureKind> Stops = [FeatureKind.Meter, FeatureKind.Riser, FeatureKind.Cabinet, FeatureKind.Pole, FeatureKind.Light, FeatureKind.Sign, FeatureKind.Hydrant];

    /// <summary>The same lines with their ends and tees.</summary>
    public static IReadOnlyList<PaintLine> Of(IReadOnlyList<PaintLine> lines, IReadOnlyList<Placed> things)
    {
        var found = lines.ToDictionary(l => l.LineId, _ => new List<(SitePoint At, SitePoint Towards)>());
        var (begins, ends, joinsFirst, joinsLast) = (new HashSet<int>(), new HashSet<int>(), new HashSet<int>(), new HashSet<int>());
        foreach (var line in lines)
        {
            if (line.Traced.Run is not { } run)
            {
                continue;
            }

            foreach (var (isFirst, at, half, next) in new[] { (true, run.Points[0], line.Traced.Points[0].AcrossHalfWidthMetres, run.Points[1]), (false, run.Points[^1], line.Traced.Points[^1].AcrossHalfWidthMetres, run.Points[^2]) })
            {
                if (OnAnother(lines, line, at, half) is var (other, place))
                {
                    found[other.LineId].Add((place, next));
                    (isFirst ? joinsFirst : joinsLast).Add(line.LineId);
                }
                else if (line.Noted.Any(n => n.What == LineFeature.End && n.At.DistanceTo(at) <= PaintLine.AtDotMetres) || things.Any(t => Stops.Contains(t.Kind) && t.Points.Count > 0 && (t.Utility is null || t.Utility == line.Kind) && t.Points[0].DistanceTo(at) <= AtThingMetres))
                {
                    (isFirst ? begins : ends).Add(line.LineId);
                }
            }
        }

        return [.. lines.Select(l => l with
        {
            BeginsHere = begins.Contains(l.LineId), EndsHere = ends.Contains(l.LineId), BeginsOnAnother = joinsFirst.Contains(l.LineId), EndsOnAnother = joinsLast.Contains(l.LineId), Tees = found[l.LineId],
            TeesNotFollowed = [.. l.Noted.Where(n => n.What == LineFeature.Tee && !found[l.LineId].Exists(t => t.At.DistanceTo(n.At) <= SameTeeMetres) && !JoinsAt(l, n.At)).Select(n => n.At)],
        })];

        // Seen from the branch its tee lies at its own end.
        bool JoinsAt(PaintLine line, SitePoint at) => line.Traced.Run is { } run
            && ((joinsFirst.Contains(line.LineId) && run.Points[0].DistanceTo(at) <= SameTeeMetres) || (joinsLast.Contains(line.LineId) && run.Points[^1].DistanceTo(at) <= SameTeeMetres));
    }

    /// <summary>The line of the same kind in whose course, not at whose end, a place lies.</summary>
    private static (PaintLine Line, SitePoint Place)? OnAnother(IReadOnlyList<PaintLine> lines, PaintLine line, SitePoint at, double half)
    {
        foreach (var other in lines.Where(o => o.LineId != line.LineId && o.Kind == line.Kind && o.Kind != UtilityKind.Unknown))
        {
            if (other.Traced.Run is not { } run)
            {
                continue;
            }

            var station = run.Project(at);
            var room = TeeMetres + half;
            if (station.Foot.DistanceTo(at) <= room && station.ChainageMetres > room && station.ChainageMetres < run.Length - room)
            {
                return (other, station.Foot);
            }
        }

        return null;
    }
}
