namespace GentleMole.Core.Site;

/// <summary>A crossing of two runs, with the chainage on each.</summary>
public readonly record struct Crossing(double ChainageMetres, double OtherChainageMetres, SitePoint Point);
