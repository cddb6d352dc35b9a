namespace GentleMole.Core.Site;

/// <summary>What the surface is where a stake might be driven.</summary>
public enum Surface
{
    Unknown = 0,
    Building = 1,
    Paved = 2,
    Soil = 3,
}
