using System.Text.Json;

namespace GentleMole.Web.Api;

internal sealed record SoilBody(double? ResistivityOhmMetres);

internal sealed record SeriesBody(double? OhmsPerKilometre, double? MillihenriesPerKilometre);

internal sealed record ShuntBody(double? MillisiemensPerKilometre, double? MicrofaradsPerKilometre);

/// <param name="Coating">A word, or an object with ohmSquareMetres, thicknessMillimetres and permittivity.</param>
internal sealed record ConductorSpec(string? Material, double? OutsideMillimetres, double? WallMillimetres, JsonElement? Coating);

internal sealed record LineEndBody(string? Kind, double? Ohms);

internal sealed record NetworkLineBody(
    string? Id, List<List<double>?>? Points, ConductorSpec? Conductor, SeriesBody? Series, ShuntBody? Shunt, LineEndBody? Start, LineEndBody? End);

internal sealed record LinePlaceBody(string? Line, double? ChainageMetres);

internal sealed record BondBody(LinePlaceBody? From, LinePlaceBody? To, double? Ohms);

internal sealed record JointBody(string? Line, double? ChainageMetres, double? Ohms);

internal sealed record StakeBody(List<double>? Position, double? LengthMetres, double? RadiusMetres, double? Ohms, bool? StakeField);

internal sealed record SourceBody(
    string? Method,
    string? Line,
    double? ChainageMetres,
    StakeBody? Stake,
    double? SetMilliamps,
    double? MaxVolts,
    double? MaxWatts,
    double? Volts,
    List<double>? Position,
    double? HeightMetres,
    double? AzimuthDegrees,
    double? MomentAmpereSquareMetres);

internal sealed record HookupRequest(
    SoilBody? Soil,
    double? FrequencyHertz,
    List<NetworkLineBody?>? Lines,
    List<BondBody?>? Bonds,
    List<JointBody?>? Joints,
    SourceBody? Source,
    bool? Mutual);

internal sealed record SourceAnswer(double? CurrentMilliamps, double? Volts, double? LoopOhms, double? Watts, string? LimitedBy);

internal sealed record StationAnswer(double ChainageMetres, double CurrentMilliamps, double PhaseDegrees);

internal sealed record LineCurrentAnswer(string Id, IReadOnlyList<StationAnswer> Stations);

internal sealed record HookupAnswer(SourceAnswer Source, IReadOnlyList<LineCurrentAnswer> Lines);
