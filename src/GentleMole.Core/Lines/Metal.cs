namespace GentleMole.Core.Lines;

/// <summary>What carries the current.</summary>
public enum Metal
{
    /// <summary>Copper.</summary>
    Copper = 0,

    /// <summary>Aluminium.</summary>
    Aluminium = 1,

    /// <summary>Lead.</summary>
    Lead = 2,

    /// <summary>Steel.</summary>
    Steel = 3,

    /// <summary>Cast or ductile iron.</summary>
    Iron = 4,
}
