using GentleMole.Core.Site;

namespace GentleMole.Core.Candidates;

/// <summary>A pass as start, unit direction and length.</summary>
internal readonly record struct WalkedPass(SitePoint From, SitePoint Way, double Length, int Mode);
