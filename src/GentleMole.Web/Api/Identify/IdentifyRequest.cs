namespace GentleMole.Web.Api;

internal sealed record IdentifyRequest(
    SoilBody? Soil,
    double? FrequencyHertz,
    List<double>? FrequenciesHertz,
    List<NetworkLineBody?>? Lines,
    List<BondBody?>? Bonds,
    SourceBody? Source,
    ShownBody? Shown,
    string? Target,
    bool? UnknownLines,
    List<ObservationBody?>? Observations);
