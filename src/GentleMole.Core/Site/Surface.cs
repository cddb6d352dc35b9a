namespace GentleMole.Core.Site;

/// <summary>What the surface is where a stake might be driven.</summary>
public enum Surface
{
    Unknown,
    Building,
    Paved,
    Soil,
}
