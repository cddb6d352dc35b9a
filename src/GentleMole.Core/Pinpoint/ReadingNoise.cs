namespace GentleMole.Core.Pinpoint;

/// <summary>
/// How much a reading scatters: a reading of true size B has σ = √((Relative·B)² + Floor²), in the unit of the readings.
/// </summary>
public sealed record ReadingNoise(double Relative, double Floor)
{
    /// <summary>
    /// Standard deviation of a field that is alike over the whole row, horizontal and vertical each: of currents in the soil and in
    /// lines far away, which no model of one line or two has. In the unit of the readings.
    /// </summary>
    public double Background { get; init; }

    /// <summary>Standard deviation of a reading of this size.</summary>
    public double SigmaAt(double trueSize) =>
        Math.Sqrt((Relative * Relative * trueSize * trueSize) + (Floor * Floor));
}
