namespace GentleMole.Core.Hookup;

/// <summary>What the circuit is like.</summary>
public enum CircuitState
{
    /// <summary>Within the limit for a good circuit.</summary>
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
