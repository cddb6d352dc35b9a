namespace GentleMole.Web.Api;

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
