namespace GentleMole.Web.Api;

internal sealed record TeeAnswer(double ChainageMetres, double TrunkMilliamps, double BranchSumMilliamps, double MissingMilliamps, double SigmaMilliamps, string Verdict);
