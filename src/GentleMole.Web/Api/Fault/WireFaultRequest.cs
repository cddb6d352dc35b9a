namespace GentleMole.Web.Api;

internal sealed record WireFaultRequest(
    double? LengthMetres, double? OhmsPerKilometre, double? LoadOhms, double? LoopOhms, double? EarthOhmsNear, double? EarthOhmsFar, double? FarLoopOhms, double? NanofaradsNear, double? NanofaradsFar,
    double? MeterPart);
