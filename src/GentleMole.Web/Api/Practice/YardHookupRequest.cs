namespace GentleMole.Web.Api;

internal sealed record YardHookupRequest(string? Method, string? Connection, bool? TestedDead, YardStakeBody? Stake, YardBoxBody? Box, double? FrequencyHertz, double? SetMilliamps);
