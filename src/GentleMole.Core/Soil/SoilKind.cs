namespace GentleMole.Core.Soil;

/// <summary>Soil as people name it, with a usual resistivity; editable everywhere it is used.</summary>
public enum SoilKind
{
    WetClay,
    Loam,
    MoistSand,
    DrySand,
    Rock,
}
