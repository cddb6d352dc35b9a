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

/// <summary>Set property by property: for the thousands in a batch that costs the serializer half of a constructor.</summary>
internal sealed class ReadingBody
{
    public string? Id { get; set; }

    public string? TakenAt { get; set; }

    public string? Utility { get; set; }

    public double? EastMetres { get; set; }

    public double? NorthMetres { get; set; }

    public double? Peak { get; set; }

    public double? Null { get; set; }

    public double? DepthMetres { get; set; }

    public double? CurrentMilliamps { get; set; }

    public double? DirectionDegrees { get; set; }

    public double? FrequencyHertz { get; set; }
}

internal sealed record ReadingsRequest(List<ReadingBody?>? Readings);

internal sealed record ReadingsAnswer(int Accepted, int Duplicates);
