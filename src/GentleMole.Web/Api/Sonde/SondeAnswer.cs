namespace GentleMole.Web.Api;

internal sealed record SondeAnswer(
    double AlongMetres, double DepthMetres, double? TiltDegrees, string Verdict, IReadOnlyList<ReasonAnswer> Reasons, IntervalAnswer Along, IntervalAnswer Depth, IntervalAnswer? Tilt);
