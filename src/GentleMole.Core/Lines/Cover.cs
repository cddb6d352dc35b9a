namespace GentleMole.Core.Lines;

/// <summary>
/// Ground over the top of a pipe or cable, metres: what plans give. What instruments and the engine speak of is the depth to
/// the centre, which is more by half the outside diameter; the one is never passed for the other.
/// </summary>
public readonly record struct Cover(double Metres)
{
    /// <summary>Depth to the centre.</summary>
    /// <param name="outsideMetres">Outside diameter.</param>
    public Depth ToCentre(double outsideMetres) => new(Metres + (outsideMetres / 2));

    /// <summary>Cover over something whose centre lies at a depth.</summary>
    public static Cover Over(Depth depth, double outsideMetres) => new(depth.Metres - (outsideMetres / 2));
}
