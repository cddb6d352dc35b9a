namespace GentleMole.Web.Api;

/// <param name="VelocityMetresPerNanosecond">Null where nothing in the profile tells it.</param>
internal sealed record TargetsAnswer(double? VelocityMetresPerNanosecond, IReadOnlyList<TargetAnswer> Targets);
