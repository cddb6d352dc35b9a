namespace GentleMole.Core.Lines;

/// <summary>What a line is supposed to be made of, from how people write it; a start that can be edited.</summary>
public static class LineBuild
{
    /// <summary>A tracer laid with plastic pipe or empty duct.</summary>
    public static Conductor Tracer { get; } = new(Metal.Copper, 0.0018, null, Coating.Polyethylene);

    /// <summary>The conductor that carries a locating current; null where there is no metal.</summary>
    /// <param name="outsideMetres">Outside diameter where it is known.</param>
    public static Conductor? Of(UtilityKind kind, Material material, double? outsideMetres)
    {
        if (material.HasTracer)
        {
            return Tracer;
        }

        if (material.CarriesNothing)
        {
            return null;
        }

        bool Is(Substance substance) => material.Substances.Contains(substance);
        if (Is(Substance.Iron))
        {
            return new Conductor(Metal.Iron, outsideMetres ?? 0.118, 0.008, Coating.Bare);
        }

        if (Is(Substance.Armour))
        {
            return new Conductor(Metal.Steel, outsideMetres ?? 0.04, 0.0015, Coating.Polyethylene);
        }

        if (Is(Substance.Lead))
        {
            return new Conductor(Metal.Lead, outsideMetres ?? 0.04, 0.003, Coating.PaperLead);
        }

        if (Is(Substance.Steel))
        {
            return new Conductor(Metal.Steel, outsideMetres ?? 0.06, 0.004, material.IsBare ? Coating.Bare : Is(Substance.Plastic) ? Coating.Polyethylene : Coating.Bitumen);
        }

        if (Is(Substance.Copper) && kind is UtilityKind.Water or UtilityKind.Gas)
        {
            return new Conductor(Metal.Copper, outsideMetres ?? 0.022, 0.001, Is(Substance.Plastic) ? Coating.Polyethylene : Coating.Bare);
        }

        return kind switch
        {
            UtilityKind.Water => new Conductor(Metal.Iron, outsideMetres ?? 0.118, 0.008, Coating.Bare),
            UtilityKind.Gas => new Conductor(Metal.Steel, outsideMetres ?? 0.06, 0.004, Coating.Bitumen),
            UtilityKind.Sewer => null,
            UtilityKind.Reclaimed => Tracer,
            UtilityKind.Communications => new Conductor(Metal.Aluminium, outsideMetres ?? 0.025, 0.0003, Coating.Polyethylene),
            UtilityKind.Unknown or UtilityKind.Electric => new Conductor(Metal.Aluminium, outsideMetres ?? 0.04, 0.003, Coating.Polyethylene),
        };
    }

    /// <summary>Usual depth to the centre where nothing better is known.</summary>
    public static Depth UsualDepth(UtilityKind kind) => new(kind switch
    {
        UtilityKind.Water => 0.9,
        UtilityKind.Gas => 0.75,
        UtilityKind.Electric => 0.6,
        UtilityKind.Communications => 0.5,
        UtilityKind.Sewer => 1.5,
        UtilityKind.Unknown or UtilityKind.Reclaimed => 0.8,
    });
}
