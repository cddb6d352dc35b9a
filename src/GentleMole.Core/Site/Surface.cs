namespace GentleMole.Core.Site;

/// <summary>What the surface is where a stake might be driven.</summary>
public enum Surface
{
    /// <summary>Nobody said.</summary>
    Unknown = 0,

    /// <summary>A building.</summary>
    Building = 1,

    /// <summary>Asphalt, concrete, slabs.</summary>
    Paved = 2,

    /// <summary>Soil or grass.</summary>
    Soil = 3,
}
