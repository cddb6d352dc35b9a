using System.Text.Json;

namespace GentleMole.Web.Api;

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
