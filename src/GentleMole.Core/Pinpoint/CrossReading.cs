namespace GentleMole.Core.Pinpoint;

/// <summary>One reading of a row taken across a line.</summary>
/// <param name="OffsetMetres">Across the line, from any zero, right positive.</param>
/// <param name="HeightMetres">Of the sensor above ground, not negative.</param>
/// <param name="Peak">|horizontal| response, any linear unit, not negative.</param>
/// <param name="Null">|vertical| response in the same unit, if taken.</param>
public sealed record CrossReading(double OffsetMetres, double HeightMetres, double Peak, double? Null);

/// <summary>
/// How much a reading scatters: a reading of true size B has σ = √((Relative·B)² + Floor²), in the unit of the readings.
/// </summary>
public sealed record ReadingNoise(double Relative, double Floor)
{
    public double SigmaAt(double trueSize) =>
        Math.Sqrt((Relative * Relative * trueSize * trueSize) + (Floor * Floor));
}
