using NodaTime;

namespace GentleMole.Store.Evidence;

/// <summary>What an instrument showed at one place, as it sent it. SI units, spelled out in the names; what it did not send is null.</summary>
/// <param name="Id">Made by the device: sent twice, it is kept once.</param>
/// <param name="Utility">The device's own word for what it was following.</param>
public sealed record Sample(
    Guid Id,
    Instant TakenAt,
    string Utility,
    double EastMetres,
    double NorthMetres,
    double? Peak = null,
    double? Null = null,
    double? DepthMetres = null,
    double? CurrentMilliamps = null,
    double? DirectionDegrees = null,
    double? FrequencyHertz = null);
