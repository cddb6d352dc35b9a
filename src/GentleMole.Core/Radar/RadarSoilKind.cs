namespace GentleMole.Core.Radar;

/// <summary>Kinds of ground that a radar tells apart. The numbers are stored.</summary>
public enum RadarSoilKind
{
    /// <summary>Sand and gravel, dry.</summary>
    DrySand = 0,

    /// <summary>Sand and gravel, moist.</summary>
    MoistSand = 1,

    /// <summary>Sand and gravel under the water table.</summary>
    WetSand = 2,

    /// <summary>Loam, silt, made ground.</summary>
    Loam = 3,

    /// <summary>Clay, dry.</summary>
    DryClay = 4,

    /// <summary>Clay, wet: little is seen through it.</summary>
    WetClay = 5,

    /// <summary>A road's surface.</summary>
    Asphalt = 6,

    /// <summary>Concrete.</summary>
    Concrete = 7,
}
