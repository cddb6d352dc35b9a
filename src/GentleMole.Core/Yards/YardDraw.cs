namespace GentleMole.Core.Yards;

/// <summary>
/// Numbers drawn from a seed, the same on every machine and in every version: a yard that somebody played can be laid out again years later.
/// </summary>
/// <remarks>SplitMix64 (Steele, Lea and Flood, "Fast splittable pseudorandom number generators", 2014).</remarks>
public sealed class YardDraw(ulong state)
{
    private const ulong Golden = 0x9E3779B97F4A7C15;
    private ulong _state = state;

    /// <summary>A draw of its own for each yard and seed.</summary>
    public static YardDraw Of(string yard, int seed)
    {
        ArgumentNullException.ThrowIfNull(yard);
        return new YardDraw(yard.Aggregate(Mixed((ulong)seed + Golden), (hash, letter) => Mixed(hash ^ letter)));
    }

    /// <summary>A draw that hangs on numbers alone, not on what was drawn before.</summary>
    public static YardDraw Of(ulong seed, params ReadOnlySpan<double> numbers)
    {
        foreach (var number in numbers)
        {
            seed = Mixed(seed ^ BitConverter.DoubleToUInt64Bits(number + 0.0));
        }

        return new YardDraw(seed);
    }

    /// <summary>The next whole number.</summary>
    public ulong Whole() => Mixed(_state += Golden);

    /// <summary>From 0 up to, not with, 1.</summary>
    public double Unit() => (Whole() >> 11) * (1.0 / (1UL << 53));

    /// <summary>Evenly between two numbers.</summary>
    public double Between(double low, double high) => low + ((high - low) * Unit());

    /// <summary>Evenly between the logarithms of two numbers.</summary>
    public double Scaled(double low, double high) => low * Math.Pow(high / low, Unit());

    /// <summary>True in such a part of draws.</summary>
    public bool Chance(double part) => Unit() < part;

    /// <summary>Standard normal deviate (Box–Muller).</summary>
    public double Normal() => Math.Sqrt(-2 * Math.Log(1 - Unit())) * Math.Cos(2 * Math.PI * Unit());

    private static ulong Mixed(ulong z)
    {
        z = (z ^ (z >> 30)) * 0xBF58476D1CE4E5B9;
        z = (z ^ (z >> 27)) * 0x94D049BB133111EB;
        return z ^ (z >> 31);
    }
}
