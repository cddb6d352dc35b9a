namespace GentleMole.Core.Soil;

/// <summary>Soil as people name it, with a usual resistivity; editable everywhere it is used.</summary>
public enum SoilKind
{
    /// <summary>Wet clay.</summary>
    WetClay,

    /// <summary>Loam.</summary>
    Loam,

    /// <summary>Moist sand.</summary>
    MoistSand,

    /// <summary>Dry sand, gravel.</summary>
    DrySand,

    /// <summary>Rock.</summary>
    Rock,
}
