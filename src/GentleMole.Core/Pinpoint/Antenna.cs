namespace GentleMole.Core.Pinpoint;

/// <summary>Which coils the receiver listens with.</summary>
public enum Antenna
{
    Horizontal,
    Total,
}
