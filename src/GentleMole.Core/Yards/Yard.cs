namespace GentleMole.Core.Yards;

/// <summary>A made-up site with one lesson; each seed lays it out anew.</summary>
/// <param name="Code">By which it is asked for.</param>
/// <param name="Level">1, where everything goes well, to 5.</param>
/// <param name="Teaches">Habits without which it goes wrong.</param>
/// <param name="Minutes">That a round takes.</param>
/// <param name="Brief">What the one who calls says.</param>
/// <param name="Draw">The ground, from numbers that hang on the seed.</param>
public sealed record Yard(string Code, string Title, int Level, IReadOnlyList<YardHabit> Teaches, int Minutes, string Brief, Func<YardDraw, YardFrame, YardSite> Draw)
{
    /// <summary>Greatest seed; the least is 0.</summary>
    public const int MostSeed = int.MaxValue;

    /// <summary>The ground of a seed: the same seed, the same ground.</summary>
    /// <exception cref="ArgumentOutOfRangeException">The seed is negative.</exception>
    public YardSite Lay(int seed)
    {
        ArgumentOutOfRangeException.ThrowIfNegative(seed);
        var draw = YardDraw.Of(Code, seed);
        return Draw(draw, YardFrame.Drawn(draw));
    }
}
