namespace GentleMole.Web.Api;

internal sealed record FaultsAnswer(IReadOnlyList<FaultAnswer> Faults, string Class, double MisfitSigmas);
