namespace GentleMole.Core.Fault;

/// <summary>Frame readings along a cable, to be taken apart into faults.</summary>
/// <param name="FrameWidthMetres">Between the prongs.</param>
/// <param name="Readings">In any order.</param>
/// <param name="ReferenceLevel">What the frame showed beside the stake; null where it was not read.</param>
/// <param name="RelativeNoise">Standard deviation of a reading as a part of it.</param>
/// <param name="NoiseFloor">What is there without a signal; null for a small part of the greatest.</param>
public sealed record FaultProfile(
    double FrameWidthMetres, IReadOnlyList<FrameReading> Readings, double? ReferenceLevel, double RelativeNoise = FaultProfile.UsualNoise, double? NoiseFloor = null)
{
    /// <summary>Of a reading where nothing is said: contact of the prongs with the ground.</summary>
    public const double UsualNoise = 0.03;
}
