namespace GentleMole.Core.Pinpoint;

/// <summary>One reading of a row taken across a line.</summary>
/// <param name="OffsetMetres">Across the line, from any zero, right positive.</param>
/// <param name="HeightMetres">Of the sensor above ground, not negative.</param>
/// <param name="Peak">|horizontal| response, any linear unit, not negative.</param>
/// <param name="Null">|vertical| response in the same unit, if taken.</param>
public sealed record CrossReading(double OffsetMetres, double HeightMetres, double Peak, double? Null);
