namespace GentleMole.Core.Radar;

/// <summary>A kind of ground as a radar finds it: what to begin with until hyperbolas of this very site say better.</summary>
/// <param name="Permittivity">Relative, from the driest to the wettest of its kind.</param>
/// <param name="SiemensPerMetre">Conductivity, of the same; this is what swallows the pulse.</param>
public sealed record RadarSoil(RadarSoilKind Kind, Bounds Permittivity, Bounds SiemensPerMetre)
{
    /// <summary>Usual values of the trade (after Daniels, Ground Penetrating Radar, 2nd ed., table 4.1); every one can be off by half.</summary>
    public static IReadOnlyList<RadarSoil> Table { get; } =
    [
        new(RadarSoilKind.DrySand, new(3, 6), new(1e-5, 1e-3)),
        new(RadarSoilKind.MoistSand, new(8, 15), new(1e-3, 1e-2)),
        new(RadarSoilKind.WetSand, new(20, 30), new(3e-3, 3e-2)),
        new(RadarSoilKind.Loam, new(8, 20), new(5e-3, 5e-2)),
        new(RadarSoilKind.DryClay, new(4, 10), new(1e-2, 1e-1)),
        new(RadarSoilKind.WetClay, new(15, 40), new(5e-2, 1)),
        new(RadarSoilKind.Asphalt, new(3, 6), new(1e-4, 1e-2)),
        new(RadarSoilKind.Concrete, new(6, 10), new(1e-3, 3e-2)),
    ];

    /// <summary>The middle of both (geometric, because both go over decades).</summary>
    public (double Permittivity, double SiemensPerMetre) Usual =>
        (Math.Sqrt(Permittivity.Least * Permittivity.Most), Math.Sqrt(SiemensPerMetre.Least * SiemensPerMetre.Most));
}
