using MathNet.Numerics.Distributions;

namespace GentleMole.Core;

/// <summary>A value with its 95 % interval, in one unit.</summary>
public readonly record struct Estimate(double Value, double Low95, double High95)
{
    /// <summary>Half the width of the interval: the ± that is shown.</summary>
    public double HalfWidth => (High95 - Low95) / 2;

    /// <summary>The same, moved along.</summary>
    public Estimate Shift(double by) => new(Value + by, Low95 + by, High95 + by);

    /// <summary>The interval stretched, where needed, to hold a further value.</summary>
    public Estimate Including(double value) => new(Value, Math.Min(Low95, value), Math.Max(High95, value));

    /// <summary>The interval made so many times as wide round its value.</summary>
    public Estimate Stretched(double by) => new(Value, Value - ((Value - Low95) * by), Value + ((High95 - Value) * by));

    /// <summary>The interval cut to what can be; its value stays in it.</summary>
    public Estimate Within(double low, double high) => new(Value, Math.Min(Value, Math.Max(Low95, low)), Math.Max(Value, Math.Min(High95, high)));

    /// <summary>The interval with a further, independent error of this half-width.</summary>
    public Estimate Blurred(double halfWidth) => new(
        Value, Value - Math.Sqrt(((Value - Low95) * (Value - Low95)) + (halfWidth * halfWidth)), Value + Math.Sqrt(((High95 - Value) * (High95 - Value)) + (halfWidth * halfWidth)));

    /// <summary>A share, with its 95 % interval (Jeffreys); of nothing it is not a number, from 0 to 1.</summary>
    public static Estimate Share(int part, int all) => new(
        all == 0 ? double.NaN : (double)part / all,
        part == 0 ? 0 : Beta.InvCDF(part + 0.5, all - part + 0.5, 0.025),
        part == all ? 1 : Beta.InvCDF(part + 0.5, all - part + 0.5, 0.975));

    /// <summary>A value with the same doubt to both sides.</summary>
    public static Estimate Symmetric(double value, double halfWidth) => new(value, value - halfWidth, value + halfWidth);
}
