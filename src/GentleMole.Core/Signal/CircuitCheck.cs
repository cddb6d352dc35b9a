namespace GentleMole.Core.Signal;

/// <summary>How the signal is put on the line.</summary>
public enum HookupMethod
{
    /// <summary>A lead clipped to the line, the other to a stake.</summary>
    Direct,

    /// <summary>A clamp round the line; both its ends must be earthed.</summary>
    Clamp,

    /// <summary>From the surface by the transmitter's coil.</summary>
    Induction,

    /// <summary>No transmitter: what already flows.</summary>
    Passive,
}

/// <summary>What the circuit is like.</summary>
public enum CircuitState
{
    Good,

    /// <summary>Signal flows, but the circuit should be improved first.</summary>
    Weak,

    /// <summary>Signal flows through so much resistance that the earth is the first thing to suspect.</summary>
    PoorEarth,

    /// <summary>Too high to go on at all.</summary>
    TooHigh,

    /// <summary>Volts and no current.</summary>
    Open,

    /// <summary>Neither volts nor current: the transmitter is not driving.</summary>
    NoOutput,

    /// <summary>Current without a reading of volts, or the other way round: cannot be judged.</summary>
    NotMeasured,
}

/// <summary>The circuit of a direct connection, judged from what the transmitter shows.</summary>
/// <param name="LoopOhms">Volts over current; infinite when open; null when it cannot be told.</param>
public sealed record CircuitResult(CircuitState State, double? LoopOhms);

/// <summary>Limits of the loop resistance, ohms; editable defaults.</summary>
public sealed record CircuitLimits(double GoodOhms = 1000, double WeakOhms = 5000, double StopOhms = 7000);

/// <summary>Ohm's law for the circuit transmitter → line → far earth → soil → stake.</summary>
public static class CircuitCheck
{
    /// <summary>Least current that a transmitter's display can be trusted with.</summary>
    public const double LeastMilliamps = 0.5;

    private const double LeastVolts = 0.5;

    /// <summary>Judges volts and milliamperes of a direct connection; nulls mean "not read".</summary>
    public static CircuitResult Judge(double? volts, double? milliamps, CircuitLimits limits)
    {
        if (volts is not { } u || milliamps is not { } i)
        {
            return new CircuitResult(CircuitState.NotMeasured, null);
        }

        if (i < LeastMilliamps)
        {
            return u < LeastVolts
                ? new CircuitResult(CircuitState.NoOutput, null)
                : new CircuitResult(CircuitState.Open, double.PositiveInfinity);
        }

        var ohms = u / i * 1000;
        var state = ohms <= limits.GoodOhms ? CircuitState.Good
            : ohms <= limits.WeakOhms ? CircuitState.Weak
            : ohms <= limits.StopOhms ? CircuitState.PoorEarth
            : CircuitState.TooHigh;
        return new CircuitResult(state, ohms);
    }
}
