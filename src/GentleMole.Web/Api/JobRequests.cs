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

internal sealed record NewJobAnswer(int Id);

internal sealed record JobAnswer(int Id, string Name, string State);

internal sealed record JobDetailAnswer(
    int Id,
    string Name,
    string State,
    string Where,
    string Digger,
    string Purpose,
    double? DigDepthMetres,
    double OriginLatitudeDegrees,
    double OriginLongitudeDegrees,
    bool OriginProvisional,
    int Readings);

internal sealed record ReadingBody(
    string? Id,
    string? TakenAt,
    string? Utility,
    double? EastMetres,
    double? NorthMetres,
    double? Peak,
    double? Null,
    double? DepthMetres,
    double? CurrentMilliamps,
    double? DirectionDegrees,
    double? FrequencyHertz);

internal sealed record ReadingsRequest(List<ReadingBody?>? Readings);

internal sealed record ReadingsAnswer(int Accepted, int Duplicates);
