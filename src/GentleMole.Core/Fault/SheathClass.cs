namespace GentleMole.Core.Fault;

/// <summary>What the resistance of a sheath to earth says before anything is looked for.</summary>
public enum SheathClass
{
    /// <summary>Above 1 MΩ: none to find.</summary>
    None = 0,

    /// <summary>From 50 kΩ: little leaves, the reference must be read with care.</summary>
    HighResistance = 1,

    /// <summary>Below 50 kΩ.</summary>
    Heavy = 2,
}
