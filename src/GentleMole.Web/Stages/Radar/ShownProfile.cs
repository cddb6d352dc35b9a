using GentleMole.Core.Radar;

namespace GentleMole.Web.Stages;

/// <summary>A profile as it is shown.</summary>
/// <param name="Steps">With what the data set.</param>
/// <param name="TimeZeroNanoseconds">When the pulse left, from the first sample of the picture.</param>
internal sealed record ShownProfile(Radargram Picture, IReadOnlyList<RadarStep> Steps, double TimeZeroNanoseconds);
