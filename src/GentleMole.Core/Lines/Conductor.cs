namespace GentleMole.Core.Lines;

/// <summary>A round metal conductor: a wire, a sheath, a pipe.</summary>
/// <param name="OutsideMetres">Outside diameter of the metal.</param>
/// <param name="WallMetres">Wall of a pipe or thickness of a sheath; null for a solid wire.</param>
public sealed record Conductor(Metal Metal, double OutsideMetres, double? WallMetres, Coating Coating)
{
    /// <summary>Half its outside diameter.</summary>
    public double RadiusMetres => OutsideMetres / 2;

    /// <summary>Resistivity of the metal, Ω·m.</summary>
    public double OhmMetres => Metal switch
    {
        Metal.Copper => 1.72e-8,
        Metal.Aluminium => 2.8e-8,
        Metal.Lead => 2.2e-7,
        Metal.Steel => 1.6e-7,
        Metal.Iron => 6e-7,
    };

    /// <summary>Relative permeability of the metal.</summary>
    public double Permeability => Metal switch
    {
        Metal.Steel => 150,
        Metal.Iron => 200,
        Metal.Copper or Metal.Aluminium or Metal.Lead => 1,
    };
}
