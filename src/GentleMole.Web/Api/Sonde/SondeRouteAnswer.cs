namespace GentleMole.Web.Api;

internal sealed record SondeRouteAnswer(
    IReadOnlyList<double[]> Points, double LengthMetres, FallAnswer FallPerMetre, IReadOnlyList<SondeStepAnswer> Steps, IReadOnlyList<int> Outliers, IReadOnlyList<BackfallAnswer> Backfalls);
