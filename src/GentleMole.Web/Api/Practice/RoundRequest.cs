namespace GentleMole.Web.Api;

internal sealed record RoundRequest(string? Yard, double? Seed);
