namespace GentleMole.Core.Sonde;

/// <summary>A row of readings along the pipe over a sonde.</summary>
/// <param name="Readings">In any order.</param>
/// <param name="RelativeNoise">Standard deviation of a reading as a part of it.</param>
/// <param name="NoiseFloor">Standard deviation that is there without a sonde, in the unit of the readings.</param>
public sealed record SondeRow(IReadOnlyList<SondeReading> Readings, double RelativeNoise = SondeRow.UsualNoise, double NoiseFloor = 0)
{
    /// <summary>Of a reading where nothing is said.</summary>
    public const double UsualNoise = 0.03;
}
