namespace GentleMole.Core.Pinpoint;

/// <summary>Which coils the receiver listens with.</summary>
public enum Antenna
{
    /// <summary>One coil, level across the line.</summary>
    Horizontal,

    /// <summary>Coils both ways: the whole field.</summary>
    Total,
}
