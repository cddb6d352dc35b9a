namespace GentleMole.Core.Wires;

/// <summary>What a circle round an unclear place says.</summary>
public enum SpliceFinding
{
    /// <summary>Nothing is heard on it.</summary>
    Nothing = 0,

    /// <summary>One way only: the wire ends inside, or dives, or is broken.</summary>
    Ends = 1,

    /// <summary>Two ways opposite each other: it goes straight through.</summary>
    Through = 2,

    /// <summary>Two ways at an angle: it turns inside.</summary>
    Turns = 3,

    /// <summary>Three ways or more: wires are joined inside.</summary>
    Splice = 4,
}
