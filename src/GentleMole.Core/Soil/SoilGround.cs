namespace GentleMole.Core.Soil;

/// <summary>Uniform ground.</summary>
/// <param name="ResistivityOhmMetres">Resistivity ρ, Ω·m.</param>
public sealed record SoilGround(double ResistivityOhmMetres)
{
    /// <summary>Least and most that soil can be: brine-soaked clay, dry rock.</summary>
    public const double LeastOhmMetres = 0.1;

    /// <summary>Highest resistivity that is taken.</summary>
    public const double MostOhmMetres = 1e6;

    /// <summary>The same with so many times the resistivity.</summary>
    public SoilGround Times(double factor) => new(ResistivityOhmMetres * factor);

    /// <summary>A usual resistivity of a kind of soil.</summary>
    public static SoilGround Of(SoilKind kind) => new(kind switch
    {
        SoilKind.WetClay => 20,
        SoilKind.Loam => 80,
        SoilKind.MoistSand => 250,
        SoilKind.DrySand => 1500,
        SoilKind.Rock => 4000,
    });
}
