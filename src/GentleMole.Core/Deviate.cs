namespace GentleMole.Core;

/// <summary>Random numbers of a shape.</summary>
public static class Deviate
{
    /// <summary>Standard normal deviate from a uniform source (Box–Muller).</summary>
    public static double Normal(Random random) =>
        Math.Sqrt(-2 * Math.Log(1 - random.NextDouble())) * Math.Cos(2 * Math.PI * random.NextDouble());
}
