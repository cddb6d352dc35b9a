namespace GentleMole.Core.Lines;

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

    /// <summary>The usual coat of a kind.</summary>
    public static Coating Of(CoatingKind kind) => kind switch
    {
        CoatingKind.Polyethylene => Polyethylene,
        CoatingKind.Bitumen => Bitumen,
        CoatingKind.PaperLead => PaperLead,
        CoatingKind.Bare => Bare,
    };

    /// <summary>True for bare metal: the coating adds nothing.</summary>
    public bool IsBare => OhmSquareMetres <= 0;
}
