namespace GentleMole.Core;

/// <summary>From where to where a number may lie; both ends belong to it.</summary>
public readonly record struct Bounds(double Least, double Most)
{
    /// <summary>True when a number lies within; what is no number does not.</summary>
    public bool Hold(double value) => value >= Least && value <= Most;

    /// <summary>True when there is no number, or one that lies within.</summary>
    public bool HoldIfGiven(double? value) => value is not { } number || Hold(number);

    /// <summary>The same in a unit of which so many make one of this.</summary>
    public Bounds In(double unitsEach) => new(Least * unitsEach, Most * unitsEach);
}
