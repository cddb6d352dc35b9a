namespace GentleMole.Core.Hookup;

/// <summary>Ohm's law for the circuit transmitter → line → far earth → soil → stake.</summary>
public static class CircuitCheck
{
    /// <summary>Least current that a transmitter's display can be trusted with.</summary>
    public const double LeastMilliamps = 0.5;

    /// <summary>Least volts that it can be trusted with.</summary>
    public const double LeastVolts = 0.5;

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
