namespace GentleMole.Web.Api;

internal sealed record PinpointRequest(
    List<CrossReadingBody?>? Readings,
    double? RelativeNoise,
    double? NoiseFloor,
    double? NanoteslaPerUnit,
    double? ToleranceMetres,
    PinpointPriorBody? Prior);
