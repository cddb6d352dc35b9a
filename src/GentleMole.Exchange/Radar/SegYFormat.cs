namespace GentleMole.Exchange.Radar;

/// <summary>How a sample is written in a SEG-Y file.</summary>
internal enum SegYFormat
{
    /// <summary>Four bytes, base 16.</summary>
    IbmFloat = 1,

    /// <summary>Four bytes, two's complement.</summary>
    Int32 = 2,

    /// <summary>Two bytes, two's complement.</summary>
    Int16 = 3,

    /// <summary>Four bytes, IEEE 754.</summary>
    IeeeFloat = 5,

    /// <summary>One byte, two's complement.</summary>
    Int8 = 8,
}
