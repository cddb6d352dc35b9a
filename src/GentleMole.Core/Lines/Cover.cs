namespace GentleMole.Core.Lines;

/// <summary>
/// Ground over the top of a pipe or cable, metres: what plans give. What instruments and the engine speak of is the depth to
/// the centre, which is more by half the outside diameter; the one is never passed for the other.
/// </summary>
public readonly record struct Cover(double Metres)
{
    /// <summary>Depth to the centre.</summary>
    /// <param name="outsideMetres">Outside diameter.</param>
    public double ToCentre(double outsideMetres) => Metres + (outsideMetres / 2);

    /// <summary>Cover over something whose centre lies at a depth.</summary>
    public static Cover Over(double depthMetres, double outsideMetres) => new(depthMetres - (outsideMetres / 2));
}
