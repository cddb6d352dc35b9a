using GentleMole.Core.Radar;

namespace GentleMole.Core.Practice;

/// <content>Bodies of some length and breadth, broken layers, and wet ground.</content>
public sealed partial record MadeUpRadar
{
    private const double SeenMetres = 2.5;
    private const double EdgeMetres = 0.2;

    /// <summary>Water from a leak has no sharp edge: less comes back from it than from one.</summary>
    private const double SoftEdge = 0.1;

    private static IEnumerable<(double Nanoseconds, double Size)> OfBlock(RadarGround ground, BuriedBlock block, double alongMetres)
    {
        var to = block.Middle - new Site.SitePoint(alongMetres, 0);
        if (to.Length > SeenMetres + ((block.LengthMetres + block.WidthMetres) / 2))
        {
            yield break;
        }

        var (along, across) = (to.Dot(block.Way), to.Dot(block.Way.Right));
        if (block.IsDug || block.IsOnlyDug)
        {
            foreach (var (above, below) in ground.Layers.Zip(ground.Layers.Skip(1)).Where(l => l.Second.FromMetres < block.CoverMetres + (block.IsOnlyDug ? block.HeightMetres : 0)))
            {
                var depth = below.FromMetres;
                var velocity = ground.VelocityTo(depth);
                var missing = -OfSheet(ground, depth, 2 * depth / velocity) * RadarWave.Reflection(above.Permittivity, below.Permittivity);
                foreach (var (time, part) in PlateEcho.Of(along, across, block.LengthMetres, block.WidthMetres, depth, velocity))
                {
                    yield return (time, missing * part);
                }
            }
        }

        if (block.IsOnlyDug)
        {
            yield break;
        }

        foreach (var echo in block.IsRound ? OfRound(ground, block, along, across) : OfBox(ground, block, along, across))
        {
            yield return echo;
        }
    }

    /// <summary>Top, bottom, and what goes to and fro between them, each as wide as the top.</summary>
    private static IEnumerable<(double Nanoseconds, double Size)> OfBox(RadarGround ground, BuriedBlock block, double along, double across)
    {
        var velocity = ground.VelocityTo(block.CoverMetres);
        var top = RadarWave.Reflection(ground.SoilAt(block.CoverMetres).Permittivity, block.Permittivity);
        var sheet = OfSheet(ground, block.CoverMetres, 2 * block.CoverMetres / velocity);
        var echoes = PlateEcho.Of(along, across, block.LengthMetres, block.WidthMetres, block.CoverMetres, velocity).ToList();
        foreach (var (time, size) in Inside(block.HeightMetres, block, top, ground.CentreHertz))
        {
            foreach (var echo in echoes)
            {
                yield return (echo.Nanoseconds + time, sheet * size * echo.Size);
            }
        }
    }

    /// <summary>A lying cylinder: its nearest point answers, over its ends half as much, beyond them less and later.</summary>
    private static IEnumerable<(double Nanoseconds, double Size)> OfRound(RadarGround ground, BuriedBlock block, double along, double across)
    {
        var radius = block.WidthMetres / 2;
        var velocity = ground.VelocityTo(block.CoverMetres);
        var beyond = Math.Abs(along) - (block.LengthMetres / 2);
        var away = Math.Sqrt((across * across) + Math.Pow(block.CoverMetres + radius, 2)) - radius;
        var reach = RadarWave.FootprintRadius(away, RadarWave.Wavelength(ground.SoilAt(block.CoverMetres).Permittivity, ground.CentreHertz));
        var (way, part) = beyond > 0
            ? (Math.Sqrt((away * away) + (beyond * beyond)), 0.5 / (1 + Math.Pow(2 * beyond / reach, 2)))
            : (away, 1 - (0.5 / (1 + Math.Pow(2 * beyond / reach, 2))));
        var time = 2 * way / velocity;
        var top = RadarWave.Reflection(ground.SoilAt(block.CoverMetres).Permittivity, block.Permittivity);
        var size = Weakened(ground, way, time) * Math.Sqrt(radius) * part * block.CoverMetres / way;
        foreach (var (later, echo) in Inside(block.WidthMetres, block, top, ground.CentreHertz))
        {
            yield return (time + later, size * echo);
        }
    }

    /// <summary>After the top: there and back inside, again and again.</summary>
    private static IEnumerable<(double Nanoseconds, double Size)> Inside(double height, BuriedBlock block, double top, double hertz)
    {
        yield return (0, top);
        if (double.IsPositiveInfinity(block.Permittivity))
        {
            yield break;
        }

        var there = 2 * height / RadarWave.VelocityOf(block.Permittivity);
        var loss = Math.Pow(10, -RadarWave.DecibelsPerMetre(block.Permittivity, block.SiemensPerMetre, hertz) * 2 * height / 20);
        var part = -top * (1 - (top * top)) * loss;
        for (var k = 1; k <= MostRepeats && Math.Abs(part) > 0.02 * Math.Abs(top); k++)
        {
            yield return (k * there, part);
            part *= top * top * loss;
        }
    }

    /// <summary>What comes from under wet ground comes late and weak, and the wet ground itself answers.</summary>
    private static IEnumerable<(double Nanoseconds, double Size)> ThroughWet(RadarGround ground, double alongMetres, IEnumerable<(double Nanoseconds, double Size)> dry)
    {
        var here = ground.Wet.Select(w => (Patch: w, Part: Math.Clamp((Math.Min(alongMetres - w.FromMetres, w.ToMetres - alongMetres) / EdgeMetres) + 0.5, 0, 1))).Where(w => w.Part > 0).ToList();
        foreach (var (nanoseconds, size) in dry)
        {
            var (time, left) = (nanoseconds, size);
            foreach (var (patch, part) in here)
            {
                var soil = ground.SoilAt(patch.TopMetres);
                var velocity = ground.VelocityTo(patch.TopMetres);
                var through = part * Math.Clamp((velocity * nanoseconds / 2) - patch.TopMetres, 0, patch.BottomMetres - patch.TopMetres);
                time += 2 * through * ((1 / RadarWave.VelocityOf(patch.Permittivity)) - (1 / RadarWave.VelocityOf(soil.Permittivity)));
                var more = RadarWave.DecibelsPerMetre(patch.Permittivity, patch.SiemensPerMetre, ground.CentreHertz) - RadarWave.DecibelsPerMetre(soil.Permittivity, soil.SiemensPerMetre, ground.CentreHertz);
                left *= Math.Pow(10, -more * 2 * through / 20);
            }

            yield return (time, left);
        }

        foreach (var (patch, part) in here)
        {
            var soil = ground.SoilAt(patch.TopMetres);
            var time = 2 * patch.TopMetres / ground.VelocityTo(patch.TopMetres);
            yield return (time, part * SoftEdge * OfSheet(ground, patch.TopMetres, time) * RadarWave.Reflection(soil.Permittivity, patch.Permittivity));
        }
    }
}
