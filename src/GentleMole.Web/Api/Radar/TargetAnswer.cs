namespace GentleMole.Web.Api;

internal sealed record TargetAnswer(
    double AlongMetres, double TimeNanoseconds, double CoverMetres, double VelocityMetresPerNanosecond, string Polarity, double Confidence, double CoverLow95Metres, double CoverHigh95Metres);
