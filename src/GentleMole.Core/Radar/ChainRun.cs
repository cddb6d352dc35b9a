namespace GentleMole.Core.Radar;

/// <summary>A profile after steps.</summary>
/// <param name="Profile">What came out.</param>
/// <param name="Steps">As they were done: with what the data set where a step left it open.</param>
/// <param name="TimeZeroNanoseconds">When the pulse left, from the first sample of what came out.</param>
public sealed record ChainRun(RadarProfile Profile, IReadOnlyList<RadarStep> Steps, double TimeZeroNanoseconds);
