namespace GentleMole.Web.Api;

internal sealed record DepthAnswer(
    double DepthMetres, double UncertaintyMetres, double? Ratio, string Verdict, IReadOnlyList<ReasonAnswer> Reasons);
