namespace GentleMole.Web.Api;

internal sealed record GridTargetBody(
    double? AlongMetres, double? CoverMetres, double? CoverUncertaintyMetres, double? VelocityMetresPerNanosecond, string? Polarity, double? Confidence);
