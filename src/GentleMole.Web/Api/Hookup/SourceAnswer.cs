using System.Text.Json;

namespace GentleMole.Web.Api;

internal sealed record SourceAnswer(double? CurrentMilliamps, double? Volts, double? LoopOhms, double? Watts, string? LimitedBy);
