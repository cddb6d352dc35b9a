using System.Net.Http.Json;
using System.Text.Json;

namespace GentleMole.StandIns;

/// <summary>A reading as a device sends it.</summary>
public sealed record SentReading(
    string Id, string TakenAt, string Utility, double EastMetres, double NorthMetres, double Peak, double Null,
    double? DepthMetres, double? CurrentMilliamps, double DirectionDegrees, double FrequencyHertz);
