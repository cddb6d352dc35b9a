namespace GentleMole.Web.Api;

internal sealed record NewJobRequest(
    string? Name,
    string? Where,
    string? Digger,
    string? Contact,
    string? Purpose,
    double? DigDepthMetres,
    double? OriginLatitudeDegrees,
    double? OriginLongitudeDegrees);
