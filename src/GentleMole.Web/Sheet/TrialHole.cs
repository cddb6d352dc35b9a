using GentleMole.Core.Site;

namespace GentleMole.Web.Sheet;

/// <summary>Where a trial hole would settle most.</summary>
/// <param name="AcrossMetres">± to the side within which the line is looked for, 95 %.</param>
/// <param name="DepthMetres">Within which its centre is looked for; null where nobody has read or drawn one.</param>
internal sealed record TrialHole(SitePoint Place, double AcrossMetres, (double Low, double High)? DepthMetres, string Why);
