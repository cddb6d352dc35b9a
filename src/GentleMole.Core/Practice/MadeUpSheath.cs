using GentleMole.Core.Fault;

namespace GentleMole.Core.Practice;

/// <summary>A cable whose sheath leaks where we made it leak, and what a frame reads along it.</summary>
/// <param name="Leaks">Where, how deep, and the greatest reading that each alone would give.</param>
/// <param name="FrameWidthMetres">Between the prongs.</param>
public sealed record MadeUpSheath(IReadOnlyList<(double Along, double Depth, double Level)> Leaks, double FrameWidthMetres)
{
    private const double PlaceSigmaMetres = 0.02;

    /// <summary>A sheath by chance, of so many leaks that are at least three depths apart, with the frame from a fifth to twice as wide as they are deep.</summary>
    public static MadeUpSheath Make(Random random, int leaks)
    {
        double Between(double low, double high) => low + ((high - low) * random.NextDouble());
        var frame = Between(0.4, 1.2);
        var at = 3.0;
        return new MadeUpSheath(
            [.. Enumerable.Range(0, leaks).Select(_ =>
            {
                var depth = Math.Clamp(frame / Between(0.2, 2), 0.25, 2);
                at += (3 * depth) + Between(0.5, 5);
                var leak = (at, depth, Between(5, 40));
                at += 3 * depth;
                return leak;
            })],
            frame);
    }

    /// <summary>What the frame would read at a place, without noise.</summary>
    public double LevelAt(double along) => Leaks.Sum(l => l.Level / LeakShape.Most(l.Depth, FrameWidthMetres) * LeakShape.Reading(along - l.Along, l.Depth, FrameWidthMetres));

    /// <summary>Readings along the cable, with the noise of prongs in soil and of a frame set down by hand.</summary>
    public FaultProfile Walk(Random random, double spacing, double noise = FaultProfile.UsualNoise, double floorPart = 0.004, double? reference = null)
    {
        var floor = floorPart * Leaks.Select(l => l.Level).DefaultIfEmpty(10).Max();
        var end = Leaks.Count == 0 ? 20 : Leaks[^1].Along + (3 * Leaks[^1].Depth);
        var readings = new List<FrameReading>();
        for (var along = 0.0; along <= end; along += spacing)
        {
            var level = LevelAt(along + (PlaceSigmaMetres * Deviate.Normal(random)));
            readings.Add(new FrameReading(Math.Round(along, 3), (level * (1 + (noise * Deviate.Normal(random)))) + (floor * Deviate.Normal(random))));
        }

        return new FaultProfile(FrameWidthMetres, readings, reference, noise, floor);
    }
}
