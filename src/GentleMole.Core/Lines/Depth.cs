namespace GentleMole.Core.Lines;

/// <summary>
/// How far the centre of a pipe or cable lies below the ground, metres. What covers it is less by half its diameter
/// (<see cref="Cover"/>), and what a raised receiver shows is more by its height (<see cref="Height"/>): none of the three is
/// passed for another.
/// </summary>
public readonly record struct Depth(double Metres)
{
    /// <summary>How far it lies below a sensor held over it, metres.</summary>
    public double Below(Height sensor) => Metres + sensor.Metres;

    /// <summary>A depth where there is one.</summary>
    public static Depth? OfMetres(double? metres) => metres is { } known ? new Depth(known) : null;

    /// <summary>What lies so far below a sensor, seen from the ground.</summary>
    public static Depth From(double belowSensorMetres, Height sensor) => new(belowSensorMetres - sensor.Metres);
}
