namespace GentleMole.Web.Api;

/// <param name="VelocityUncertaintyMetresPerNanosecond">Half of the 95 % interval, as with cover.</param>
internal sealed record HyperbolaAnswer(
    double VelocityMetresPerNanosecond, double VelocityUncertaintyMetresPerNanosecond, double Permittivity, double AlongMetres, double CoverMetres, double CoverUncertaintyMetres);
