namespace GentleMole.Web.Api;

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
