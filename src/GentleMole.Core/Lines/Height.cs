namespace GentleMole.Core.Lines;

/// <summary>How high a sensor or a coil is held above the ground, metres.</summary>
public readonly record struct Height(double Metres)
{
    /// <summary>On the ground.</summary>
    public static Height Ground => default;
}
