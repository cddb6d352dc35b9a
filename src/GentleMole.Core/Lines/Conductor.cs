namespace GentleMole.Core.Lines;

/// <summary>What carries the current.</summary>
public enum Metal
{
    Copper,
    Aluminium,
    Lead,
    Steel,
    Iron,
}

/// <summary>Coatings that have a usual value.</summary>
public enum CoatingKind
{
    Bare,
    Polyethylene,
    Bitumen,
    PaperLead,
}

/// <summary>What lies between the metal and the soil.</summary>
/// <param name="OhmSquareMetres">Leakage resistance of the coating, Ω·m²; zero for bare metal.</param>
/// <param name="ThicknessMetres">Its thickness.</param>
/// <param name="Permittivity">Relative permittivity.</param>
public sealed record Coating(double OhmSquareMetres, double ThicknessMetres, double Permittivity)
{
    /// <summary>Metal against soil.</summary>
    public static Coating Bare { get; } = new(0, 0, 1);

    /// <summary>A sound plastic sheath or wrap.</summary>
    public static Coating Polyethylene { get; } = new(1e5, 0.0015, 2.3);

    /// <summary>Old tar or bitumen wrap, with its pores.</summary>
    public static Coating Bitumen { get; } = new(2000, 0.004, 2.7);

    /// <summary>A lead sheath under impregnated paper and jute, long in the ground.</summary>
    public static Coating PaperLead { get; } = new(10, 0.003, 4);

    public static Coating Of(CoatingKind kind) => kind switch
    {
        CoatingKind.Polyethylene => Polyethylene,
        CoatingKind.Bitumen => Bitumen,
        CoatingKind.PaperLead => PaperLead,
        _ => Bare,
    };

    /// <summary>True for bare metal: the coating adds nothing.</summary>
    public bool IsBare => OhmSquareMetres <= 0;
}

/// <summary>A round metal conductor: a wire, a sheath, a pipe.</summary>
/// <param name="OutsideMetres">Outside diameter of the metal.</param>
/// <param name="WallMetres">Wall of a pipe or thickness of a sheath; null for a solid wire.</param>
public sealed record Conductor(Metal Metal, double OutsideMetres, double? WallMetres, Coating Coating)
{
    public double RadiusMetres => OutsideMetres / 2;

    /// <summary>Resistivity of the metal, Ω·m.</summary>
    public double OhmMetres => Metal switch
    {
        Metal.Copper => 1.72e-8,
        Metal.Aluminium => 2.8e-8,
        Metal.Lead => 2.2e-7,
        Metal.Steel => 1.6e-7,
        _ => 6e-7,
    };

    /// <summary>Relative permeability of the metal.</summary>
    public double Permeability => Metal switch
    {
        Metal.Steel => 150,
        Metal.Iron => 200,
        _ => 1,
    };
}
