using GentleMole.Core.Site;

namespace GentleMole.Core.Sweeps;

/// <summary>How likely the passes that were walked have met a straight line that lies anywhere in the area, any way: the mean over such lines, laid out evenly.</summary>
/// <param name="Met">That one pass met it at least.</param>
/// <param name="Told">That enough did to tell it from chance (<see cref="PassGrid.LeastMet"/>).</param>
/// <param name="Responses">How many times it is met on average.</param>
public sealed record SweepChance(double Met, double Told, double Responses)
{
    private const int Lines = 500;

    /// <summary>Of passes in modes in which it is heard.</summary>
    public static SweepChance Of(IReadOnlyList<SitePoint> area, IReadOnlyList<SweepPass> walked, double lengthMetres, double chanceMet)
    {
        var (west, east) = (area.Min(p => p.East), area.Max(p => p.East));
        var (south, north) = (area.Min(p => p.North), area.Max(p => p.North));
        var (met, told, all, count) = (0.0, 0.0, 0, 0);
        for (var i = 1; i <= 20 * Lines && count < Lines; i++)
        {
            // Halton points: evenly spread, the same every time.
            var middle = new SitePoint(west + ((east - west) * SpreadPoints.Halton(i, 2)), south + ((north - south) * SpreadPoints.Halton(i, 3)));
            if (!DigArea.Holds(area, middle))
            {
                continue;
            }

            count++;
            var half = Azimuth.Of(180 * SpreadPoints.Halton(i, 5)).Direction * (lengthMetres / 2);
            var crossings = walked.Count(p => Crosses(p, middle - half, middle + half));
            met += 1 - Math.Pow(1 - chanceMet, crossings);
            all += crossings;
            told += Tail(crossings, chanceMet);
        }

        return count == 0 ? new SweepChance(0, 0, 0) : new SweepChance(met / count, told / count, chanceMet * all / count);
    }

    private static readonly double LeastSine = Math.Sin(PassGrid.LeastAngleDegrees * Math.PI / 180);

    private static bool Crosses(SweepPass pass, SitePoint from, SitePoint to)
    {
        var (way, line) = ((pass.To - pass.From).Unit(), (to - from).Unit());
        var sine = way.Dot(line.Right);
        if (Math.Abs(sine) < LeastSine)
        {
            return false;
        }

        var s = (from - pass.From).Dot(line.Right) / sine;
        var x = (pass.From + (way * s) - from).Dot(line);
        return s >= 0 && s <= pass.LengthMetres && x >= 0 && x <= from.DistanceTo(to);
    }

    private static double Tail(int crossings, double chance)
    {
        double below = 0, ways = 1;
        for (var j = 0; j < PassGrid.LeastMet && j <= crossings; j++)
        {
            below += ways * Math.Pow(chance, j) * Math.Pow(1 - chance, crossings - j);
            ways *= (double)(crossings - j) / (j + 1);
        }

        return Math.Clamp(1 - below, 0, 1);
    }
}
