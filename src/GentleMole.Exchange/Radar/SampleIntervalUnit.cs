namespace GentleMole.Exchange.Radar;

/// <summary>What the interval in a SEG-Y file is counted in, where the file does not say.</summary>
public enum SampleIntervalUnit
{
    /// <summary>As this application writes.</summary>
    Picoseconds = 0,

    /// <summary>Thousandths of a microsecond.</summary>
    Nanoseconds = 1,

    /// <summary>As the format was meant, for seismics.</summary>
    Microseconds = 2,
}
