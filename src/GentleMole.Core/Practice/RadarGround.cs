using GentleMole.Core.Radar;
using GentleMole.Core.Site;

namespace GentleMole.Core.Practice;

/// <summary>A ground under a radar line that we made up: what lies in it, and how it is walked over.</summary>
/// <param name="Layers">From the surface down.</param>
/// <param name="SeparationMetres">Between the two antennas.</param>
/// <param name="CentreHertz">Of the pulse.</param>
/// <param name="TimeZeroNanoseconds">Moment at which the pulse leaves, from the first sample.</param>
public sealed record RadarGround(
    double LengthMetres, double SpacingMetres, IReadOnlyList<SoilLayer> Layers, IReadOnlyList<BuriedBody> Bodies,
    double SeparationMetres, double CentreHertz, double TimeZeroNanoseconds, int Samples, double IntervalNanoseconds)
{
    /// <summary>Bodies with a length and a breadth, seen from the line: east is along it from its first trace, north to its left.</summary>
    public IReadOnlyList<BuriedBlock> Blocks { get; init; } = [];

    /// <summary>Pipes that the line goes along, or meets too flatly for a curve: where along it, how far to its side, and how deep their top lies at each of their points.</summary>
    public IReadOnlyList<PipeAlong> Alongside { get; init; } = [];

    /// <summary>Where water has come out of a pipe: what lies under it comes late and weak.</summary>
    public IReadOnlyList<WetPatch> Wet { get; init; } = [];

    /// <summary>Traces of the walk, both ends among them.</summary>
    public int Traces => (int)Math.Round(LengthMetres / SpacingMetres) + 1;

    /// <summary>Mean velocity from the surface to a depth, metres per nanosecond.</summary>
    public double VelocityTo(double depthMetres)
    {
        double time = 0;
        for (var i = 0; i < Layers.Count && Layers[i].FromMetres < depthMetres; i++)
        {
            var to = i + 1 < Layers.Count ? Math.Min(depthMetres, Layers[i + 1].FromMetres) : depthMetres;
            time += (to - Layers[i].FromMetres) / RadarWave.VelocityOf(Layers[i].Permittivity);
        }

        return depthMetres / time;
    }

    /// <summary>The soil at a depth.</summary>
    public SoilLayer SoilAt(double depthMetres) => Layers.Last(l => l.FromMetres <= Math.Max(0, depthMetres));

    private const double LeastCrossing = 20;
    private const double LeastCover = 0.05;

    /// <summary>The ground under a straight way over a site: every pipe that it crosses, at its depth and angle, and stones by chance.</summary>
    /// <param name="stones">How many.</param>
    public static RadarGround Under(
        IReadOnlyList<BuriedPipe> pipes, Run way, IReadOnlyList<SoilLayer> layers, double spacingMetres, double centreHertz, int stones, Random random)
    {
        var bodies = new List<BuriedBody>();
        var alongside = new List<PipeAlong>();
        foreach (var pipe in pipes)
        {
            if (PipeAlong.Of(pipe, way, LeastCrossing) is { } along)
            {
                alongside.Add(along);
            }

            foreach (var crossing in way.CrossingsWith(pipe.Line.Run))
            {
                var on = pipe.Line.Run.Project(way.At(crossing.ChainageMetres));
                var turn = Azimuth.Of(pipe.Line.Run.DirectionAt(on.ChainageMetres)).ApartFrom(Azimuth.Of(way.DirectionAt(crossing.ChainageMetres)));
                var cover = pipe.Line.DepthAt(on.ChainageMetres).Metres - pipe.RadiusMetres;

                // What is crossed nearly along makes no curve; it is met as one alongside.
                if (Math.Min(turn, 180 - turn) is var angle && angle >= LeastCrossing)
                {
                    bodies.Add(new BuriedBody(pipe.Kind, crossing.ChainageMetres, Math.Max(LeastCover, cover), pipe.RadiusMetres, angle));
                }
            }
        }

        for (var i = 0; i < stones; i++)
        {
            bodies.Add(new BuriedBody(BuriedKind.Stone, random.NextDouble() * way.Length, 0.1 + (1.6 * random.NextDouble()), 0.015 + (0.02 * random.NextDouble())) { Permittivity = 4.5 + (3.5 * random.NextDouble()) });
        }

        return new RadarGround(way.Length, spacingMetres, layers, [.. bodies.OrderBy(b => b.AlongMetres)], 0.14, centreHertz, 4, 512, 0.1) { Alongside = alongside };
    }

    /// <summary>A ground by chance: one to five utilities at least three quarters of a metre apart, perhaps a layer, a boulder, and stones by the dozen.</summary>
    public static RadarGround Make(Random random)
    {
        double Between(double low, double high) => low + ((high - low) * random.NextDouble());
        var centre = Between(350e6, 450e6);
        var permittivity = Between(5.5, 13);
        var siemens = Between(0.001, 0.012);
        List<SoilLayer> layers = [new(0, permittivity, siemens)];
        var isCluttered = random.NextDouble() < 0.6;
        if (isCluttered)
        {
            layers.Add(new SoilLayer(Between(0.7, 1.3), permittivity * Between(1.1, 1.45), siemens * Between(1, 1.6)));
        }

        var length = Math.Round(Between(6, 9), 1);
        var bodies = new List<BuriedBody>();
        var kinds = new[] { BuriedKind.Metal, BuriedKind.Metal, BuriedKind.Air, BuriedKind.Water, BuriedKind.Metal };
        var place = Between(0.8, 1.6);
        while (place < length - 0.7 && bodies.Count < 5)
        {
            var kind = kinds[random.Next(kinds.Length)];
            bodies.Add(new BuriedBody(kind, place, Between(0.4, 1.35), kind == BuriedKind.Metal ? Between(0.02, 0.1) : Between(0.05, 0.15)));
            place += Between(1.3, 2.4);
        }

        if (isCluttered)
        {
            bodies.AddRange(Enumerable.Range(0, random.Next(8, 30)).Select(_ => new BuriedBody(BuriedKind.Stone, Between(0, length), Between(0.08, 1.6), Between(0.015, 0.045)) { Permittivity = Between(4.5, 8) }));
        }

        if (random.NextDouble() < 0.25)
        {
            bodies.Add(new BuriedBody(BuriedKind.Boulder, Between(0.5, length - 0.5), Between(0.4, 0.9), Between(0.08, 0.14)));
        }

        return new RadarGround(length, 0.04, layers, bodies, 0.14, centre, Math.Round(Between(3, 5), 2), 512, 0.1);
    }
}
