using GentleMole.Core.Hookup;
using GentleMole.Core.Lines;
using GentleMole.Core.Network;
using GentleMole.Core.Site;

namespace GentleMole.Core.Practice;

/// <summary>A line as it really lies: its way on the plan, its metal and its ends, and a depth to the centre at each corner.</summary>
/// <param name="Lies">Everything but the depths; the one depth it holds is not used.</param>
/// <param name="Depths">One for each corner of its run.</param>
/// <exception cref="ArgumentException">More or fewer depths than corners.</exception>
public sealed record BuriedLine(SupposedLine Lies, IReadOnlyList<Depth> Depths)
{
    /// <summary>Depth to the centre at each corner.</summary>
    public IReadOnlyList<Depth> Depths { get; } = Depths.Count == Lies.Run.Points.Count
        ? Depths
        : throw new ArgumentException("A line has one depth for each corner.", nameof(Depths));

    /// <summary>Its top is below the ground, however shallow it is said to lie.</summary>
    private const double Touching = 1.01;

    /// <summary>Its name in the ground.</summary>
    public string Id => Lies.Id;

    /// <summary>What it carries.</summary>
    public UtilityKind Kind => Lies.Kind;

    /// <summary>Its run on the plan.</summary>
    public Run Run => Lies.Run;

    /// <summary>At the same depth all along.</summary>
    public static BuriedLine Level(SupposedLine lies) => new(lies, [.. lies.Run.Points.Select(_ => lies.Depth)]);

    /// <summary>Depth at a chainage of the run; at an end what lies beyond it.</summary>
    public Depth DepthAt(double chainageMetres)
    {
        for (var i = 1; i < Depths.Count; i++)
        {
            var (from, to) = (Run.ChainageOf(i - 1), Run.ChainageOf(i));
            if (chainageMetres <= to)
            {
                var part = Math.Clamp((chainageMetres - from) / (to - from), 0, 1);
                return new Depth(Depths[i - 1].Metres + (part * (Depths[i].Metres - Depths[i - 1].Metres)));
            }
        }

        return Depths[^1];
    }

    /// <summary>The line of the engine, taken from one that is level: each corner sinks to its depth.</summary>
    /// <param name="level">As the plan has it; it may go on beyond the run, straight and as deep as the end.</param>
    internal NetworkLine Sunk(NetworkLine level) => new(
        level.Id, [.. level.Points.Select(p => p with { Up = -Math.Max(DepthAt(Run.Project(new SitePoint(p.East, p.North)).ChainageMetres).Metres, level.RadiusMetres * Touching) })],
        level.Conductor, level.Start, level.End);
}
