namespace GentleMole.Web.Api;

internal sealed record WireBody(string? Wire, double? Volts, double? SentMilliamps, double? HeardMilliamps);
