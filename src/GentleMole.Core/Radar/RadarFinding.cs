namespace GentleMole.Core.Radar;

/// <summary>What a profile shows.</summary>
/// <param name="Direct">The direct wave, with time zero.</param>
/// <param name="Velocity">Of the ground, metres per nanosecond: from the responses, or as it was given; null where nothing tells it.</param>
/// <param name="Targets">Claims, along the line.</param>
public sealed record RadarFinding(DirectWave Direct, Estimate? Velocity, IReadOnlyList<RadarTarget> Targets)
{
    /// <summary>Responses that are likelier stones than pipes: no claims, but what neighbouring lines may make one of.</summary>
    public IReadOnlyList<RadarTarget> Doubtful { get; init; } = [];
}
