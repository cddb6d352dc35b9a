using GentleMole.Core.Lines;
using GentleMole.Core.Site;
using GentleMole.Core.Sonde;

namespace GentleMole.Core.Practice;

/// <summary>A drain that we made up, and what somebody found who pushed a sonde through it: the truth beside the fixes.</summary>
/// <param name="Task">The fixes, with wrong ones among them.</param>
/// <param name="FallPerMetre">True mean fall from the first to the last fix.</param>
/// <param name="LengthMetres">True length in space.</param>
/// <param name="WrongPlace">Number of the fix whose place is wrong; null for none.</param>
/// <param name="WrongDepth">Number of the fix whose depth is wrong; null for none.</param>
/// <param name="Backfall">Fixes between which the pipe rises; null for none.</param>
/// <param name="RiseMetres">By how much it rises there.</param>
/// <param name="CoilBefore">Number of the fix before which cable coiled up; null for none.</param>
public sealed record MadeUpDrain(
    SondeRouteTask Task, double FallPerMetre, double LengthMetres, int? WrongPlace, int? WrongDepth, (int From, int To)? Backfall, double RiseMetres, int? CoilBefore)
{
    private const double Uneven = 0.008;

    /// <summary>A drain by chance: 10 to 19 fixes, up to two bends, and now and then a stretch that rises, a wrong fix, a coil of cable.</summary>
    public static MadeUpDrain Make(Random random)
    {
        double Between(double low, double high) => low + ((high - low) * random.NextDouble());
        var count = random.Next(10, 20);
        var (placeSigma, depthSigma) = (Between(0.07, 0.17), Between(0.025, 0.07));
        var way = new double[count];
        for (var i = 1; i < count; i++)
        {
            way[i] = way[i - 1] + Between(3, 5.6);
        }

        // The pipe in plan: straight legs with short bends between them.
        var bends = Enumerable.Range(0, random.Next(0, 3)).Select(_ => (At: Between(0.15, 0.85) * way[^1], Turn: Between(30, 90) * (random.Next(2) == 0 ? 1 : -1) * Math.PI / 180)).OrderBy(b => b.At).ToList();
        var heading = Between(0, 2 * Math.PI);
        var places = new SitePoint[count];
        var (at, east, north, next) = (0.0, Between(-40, 40), Between(-40, 40), 0);
        var made = 0;
        while (made < count)
        {
            var stop = next < bends.Count ? Math.Min(bends[next].At, way[made]) : way[made];
            (east, north, at) = (east + ((stop - at) * Math.Sin(heading)), north + ((stop - at) * Math.Cos(heading)), stop);
            if (next < bends.Count && bends[next].At <= at)
            {
                heading += bends[next++].Turn;
            }
            else
            {
                places[made++] = new SitePoint(east, north);
            }
        }

        // Its heights: an even fall, uneven by what pipes are, and perhaps a stretch that rises.
        var fall = Between(0.005, 0.035);
        (int From, int To)? backfall = null;
        var rise = 0.0;
        var heights = new double[count];
        var start = -Between(0.9, 2.5);
        if (random.NextDouble() < 0.3)
        {
            var from = random.Next(1, count - 4);
            backfall = (from, Math.Min(count - 1, from + random.Next(2, 5)));
            rise = Between(0.15, 0.6);
        }

        for (var i = 0; i < count; i++)
        {
            var ramp = backfall is { } b ? Math.Clamp((way[i] - way[b.From]) / (way[b.To] - way[b.From]), 0, 1) * (rise + (fall * (way[b.To] - way[b.From]))) : 0;
            heights[i] = start - (fall * way[i]) + ramp + (Uneven * Deviate.Normal(random));
        }

        var (slope, swing, wave, phase) = (Between(-0.03, 0.03), Between(0, 0.25), Between(20, 50), Between(0, 6));
        double Ground(double w) => (slope * w) + (swing * Math.Sin((w / wave * 2 * Math.PI) + phase));
        int? coil = random.NextDouble() < 0.2 ? random.Next(1, count) : null;
        var paid = Between(1.5, 5);
        var fixes = new List<SondeFix>();
        for (var i = 0; i < count; i++)
        {
            var step = i == 0 ? 0 : way[i] - way[i - 1];
            paid += (step * Between(1, 1.014)) + (i == coil ? Between(2, 5) : 0);
            var ground = Ground(way[i]);
            fixes.Add(new SondeFix(
                Math.Round(paid, 2), places[i] + new SitePoint(placeSigma * Deviate.Normal(random), placeSigma * Deviate.Normal(random)),
                new Depth(Math.Max(0.1, ground - heights[i] + (depthSigma * Deviate.Normal(random)))), ground));
        }

        var (wrongPlace, wrongDepth) = ((int?)null, (int?)null);
        if (random.NextDouble() < 0.35)
        {
            var i = random.Next(1, count - 1);
            var kind = random.Next(3);
            if (kind == 2)
            {
                wrongDepth = i;
                fixes[i] = fixes[i] with { Depth = new Depth(Math.Max(0.1, fixes[i].Depth.Metres + (Between(0.4, 1) * (fixes[i].Depth.Metres > 1.2 && random.Next(2) == 0 ? -1 : 1)))) };
            }
            else
            {
                wrongPlace = i;
                var ahead = (places[i + 1] - places[i - 1]).Unit();
                var off = kind == 0 ? (ahead.Right * (Between(0.9, 2.5) * (random.Next(2) == 0 ? 1 : -1))) + (ahead * Between(-0.5, 0.5)) : new SitePoint(Between(2, 6) * (random.Next(2) == 0 ? 1 : -1), 0);

                // What was heard elsewhere is heard at another depth too; what was typed wrong is not.
                fixes[i] = fixes[i] with { Place = fixes[i].Place + off, Depth = kind == 0 ? new Depth(Math.Max(0.1, fixes[i].Depth.Metres - Between(0.15, 0.5))) : fixes[i].Depth };
            }
        }

        double length = 0;
        for (var i = 1; i < count; i++)
        {
            var (run, up) = (way[i] - way[i - 1], heights[i] - heights[i - 1]);
            length += Math.Sqrt((run * run) + (up * up));
        }

        return new MadeUpDrain(new SondeRouteTask(fixes, placeSigma, depthSigma), (heights[0] - heights[^1]) / way[^1], length, wrongPlace, wrongDepth, backfall, rise, coil);
    }
}
