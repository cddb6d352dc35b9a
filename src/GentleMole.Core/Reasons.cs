namespace GentleMole.Core;

/// <summary>What a person may do with a result.</summary>
public enum Verdict
{
    /// <summary>The signs agree: it may be used.</summary>
    Sound,

    /// <summary>Something is missing or does not agree: use only with what the reasons say.</summary>
    Caution,

    /// <summary>Do not use it.</summary>
    Reject,
}

/// <summary>One reason for a verdict, as data; the words are made where they are shown.</summary>
/// <param name="Code">Stable name of the reason, e.g. <c>peak-null-apart</c>.</param>
/// <param name="Measured">What was measured, in the unit that the code implies; NaN when there is none.</param>
/// <param name="Expected">What was expected, same unit; NaN when there is none.</param>
/// <param name="Weight">Positive speaks for the result, negative against; size is importance.</param>
public sealed record Reason(string Code, double Measured, double Expected, double Weight);

/// <summary>A value with its 95 % interval, in one unit.</summary>
public readonly record struct Estimate(double Value, double Low95, double High95)
{
    /// <summary>Half the width of the interval: the ± that is shown.</summary>
    public double HalfWidth => (High95 - Low95) / 2;

    public Estimate Shift(double by) => new(Value + by, Low95 + by, High95 + by);

    /// <summary>The interval stretched, where needed, to hold a further value.</summary>
    public Estimate Including(double value) => new(Value, Math.Min(Low95, value), Math.Max(High95, value));

    public static Estimate Symmetric(double value, double halfWidth) => new(value, value - halfWidth, value + halfWidth);
}
