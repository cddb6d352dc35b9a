using GentleMole.Core.Radar;

namespace GentleMole.Core.Practice;

/// <summary>
/// What a radar would record over a made-up ground, by rays: every body's top and bottom and what goes to and fro in its water, layers, the
/// direct wave, ringing, an instrument's drift and noise. Straight rays at the mean velocity; no shadow, no wave along a surface. Level plates by
/// physical optics.
/// </summary>
public sealed partial record MadeUpRadar(double NoisePart = MadeUpRadar.UsualNoise)
{
    /// <summary>Noise of a good instrument, as a part of the direct wave's peak.</summary>
    public const double UsualNoise = 3e-4;

    private const double DirectPeak = 17_000;
    private const double DirectSpread = 0.013;
    private const double RingPart = 1.5e-4;
    private const double RingHertz = 1.1e8;
    private const double DriftPart = 1e-3;
    private const double Strength = 1200;
    private const int MostRepeats = 4;
    private const double WaterSiemens = 0.05;

    /// <summary>All traces of the walk.</summary>
    public RadarProfile Walk(RadarGround ground, Random random)
    {
        var samples = new float[ground.Traces * ground.Samples];
        var along = new double[ground.Traces];
        for (var i = 0; i < ground.Traces; i++)
        {
            along[i] = Math.Round(i * ground.SpacingMetres, 6);
            Trace(ground, along[i], random).CopyTo(samples, i * ground.Samples);
        }

        return new RadarProfile(samples, ground.Samples, ground.IntervalNanoseconds, along, ground.SeparationMetres, ground.CentreHertz);
    }

    /// <summary>One trace, as the instrument writes it.</summary>
    public float[] Trace(RadarGround ground, double alongMetres, Random random)
    {
        var trace = new float[ground.Samples];
        foreach (var (time, size) in Echoes(ground, alongMetres))
        {
            Put(trace, ground, time, size);
        }

        Record(ground, trace, random);
        return trace;
    }

    /// <summary>What an instrument adds to the echoes of a trace: the direct wave, which is not equally strong everywhere, ringing, drift and noise.</summary>
    public void Record(RadarGround ground, Span<float> trace, Random random)
    {
        Put(trace, ground, ground.SeparationMetres / RadarWave.LightMetresPerNanosecond, DirectPeak * (1 + (DirectSpread * Deviate.Normal(random))));
        var (drift, noise) = (DriftPart * DirectPeak * Deviate.Normal(random), NoisePart * DirectPeak);
        for (var k = 0; k < trace.Length; k++)
        {
            var seconds = k * ground.IntervalNanoseconds * 1e-9;
            trace[k] += (float)(drift + (RingPart * DirectPeak * Math.Sin(2 * Math.PI * RingHertz * seconds)) + (noise * Deviate.Normal(random)));
        }
    }

    /// <summary>Times after the pulse has left and sizes of all echoes with the antennas over a place; a positive size has the direct wave's sign.</summary>
    public static IEnumerable<(double Nanoseconds, double Size)> Echoes(RadarGround ground, double alongMetres) =>
        ground.Wet.Count == 0 ? Dry(ground, alongMetres) : ThroughWet(ground, alongMetres, Dry(ground, alongMetres));

    private static IEnumerable<(double Nanoseconds, double Size)> Dry(RadarGround ground, double alongMetres)
    {
        foreach (var body in ground.Bodies)
        {
            foreach (var echo in OfBody(ground, body, alongMetres))
            {
                yield return echo;
            }
        }

        foreach (var pipe in ground.Alongside)
        {
            if (pipe.SeenFrom(alongMetres) is var (away, cover))
            {
                // Seen from right above at that distance: the nearest point of it answers.
                foreach (var echo in OfBody(ground, new BuriedBody(pipe.Kind, alongMetres, away, pipe.RadiusMetres), alongMetres))
                {
                    yield return (echo.Nanoseconds, echo.Size * cover / away);
                }
            }
        }

        foreach (var block in ground.Blocks)
        {
            foreach (var echo in OfBlock(ground, block, alongMetres))
            {
                yield return echo;
            }
        }

        foreach (var (above, below) in ground.Layers.Zip(ground.Layers.Skip(1)))
        {
            var time = 2 * below.FromMetres / ground.VelocityTo(below.FromMetres);
            yield return (time, OfSheet(ground, below.FromMetres, time) * RadarWave.Reflection(above.Permittivity, below.Permittivity));
        }
    }

    /// <summary>What an endless level sheet that reflects all would answer.</summary>
    private static double OfSheet(RadarGround ground, double depthMetres, double nanoseconds) => Weakened(ground, depthMetres, nanoseconds) * Math.Sqrt(depthMetres);

    private static IEnumerable<(double Nanoseconds, double Size)> OfBody(RadarGround ground, BuriedBody body, double alongMetres)
    {
        var velocity = ground.VelocityTo(body.CoverMetres);
        var curve = new Hyperbola(body.AlongMetres, body.CoverMetres, body.RadiusMetres, velocity, Math.Sin(body.CrossingDegrees * Math.PI / 180));
        var time = curve.TimeAt(alongMetres, ground.SeparationMetres);
        var soil = ground.SoilAt(body.CoverMetres);
        var top = RadarWave.Reflection(soil.Permittivity, body.Permittivity);

        // A round top sends back as much as a sheet would, less as it is smaller against its distance; the antennas look down.
        var way = velocity * time / 2;
        var down = curve.TimeAt(body.AlongMetres, 0) / time;
        var size = Weakened(ground, way, time) * Math.Sqrt(body.RadiusMetres) * down * Thin(body, soil.Permittivity, ground.CentreHertz);
        yield return (time, size * top);
        if (double.IsPositiveInfinity(body.Permittivity))
        {
            yield break;
        }

        var inside = 4 * body.RadiusMetres / RadarWave.VelocityOf(body.Permittivity);
        var lossInside = body.Kind == BuriedKind.Water ? Math.Pow(10, -RadarWave.DecibelsPerMetre(body.Permittivity, WaterSiemens, ground.CentreHertz) * 4 * body.RadiusMetres / 20) : 1;
        var (part, passed) = (-top * lossInside, 1 - (top * top));
        for (var k = 1; k <= MostRepeats && Math.Abs(part) > 0.02; k++)
        {
            yield return (time + (k * inside), size * passed * part);
            part *= top * top * lossInside;
        }
    }

    /// <summary>What is thin against the wavelength and no metal sends back less than its outline would (Rayleigh).</summary>
    private static double Thin(BuriedBody body, double permittivity, double hertz) =>
        body.Kind == BuriedKind.Metal ? 1 : Math.Min(1, Math.Pow(2 * Math.PI * body.RadiusMetres / RadarWave.Wavelength(permittivity, hertz), 2));

    private static double Weakened(RadarGround ground, double wayMetres, double nanoseconds)
    {
        var soil = ground.SoilAt(wayMetres);
        return Strength / Math.Max(nanoseconds, 1) * Math.Pow(10, -RadarWave.DecibelsPerMetre(soil.Permittivity, soil.SiemensPerMetre, ground.CentreHertz) * 2 * wayMetres / 20) * 10;
    }

    private static void Put(Span<float> trace, RadarGround ground, double nanoseconds, double size)
    {
        var middle = ground.TimeZeroNanoseconds + nanoseconds;
        var reach = 1.5e9 / ground.CentreHertz;
        var (from, to) = (Math.Max(0, (int)((middle - reach) / ground.IntervalNanoseconds)), Math.Min(trace.Length - 1, (int)((middle + reach) / ground.IntervalNanoseconds)));
        for (var k = from; k <= to; k++)
        {
            trace[k] += (float)(size * RadarPulse.Ricker(ground.CentreHertz, ((k * ground.IntervalNanoseconds) - middle) * 1e-9));
        }
    }
}
