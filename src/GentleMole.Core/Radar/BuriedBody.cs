namespace GentleMole.Core.Radar;

/// <summary>A round body under a radar line, seen end on.</summary>
/// <param name="AlongMetres">Where along the line its middle lies.</param>
/// <param name="CoverMetres">Surface to its top.</param>
/// <param name="CrossingDegrees">Between it and the line; 90 is square.</param>
public sealed record BuriedBody(BuriedKind Kind, double AlongMetres, double CoverMetres, double RadiusMetres, double CrossingDegrees = 90)
{
    /// <summary>Relative permittivity inside; infinite for metal.</summary>
    public double Permittivity { get; init; } = Kind switch
    {
        BuriedKind.Metal => double.PositiveInfinity,
        BuriedKind.Air => 1,
        BuriedKind.Water => 81,
        BuriedKind.Boulder or BuriedKind.Stone => 6,
        _ => throw new ArgumentOutOfRangeException(nameof(Kind)),
    };

    /// <summary>True for what a person looks for.</summary>
    public bool IsUtility => Kind is BuriedKind.Metal or BuriedKind.Air or BuriedKind.Water;
}
