using GentleMole.Core.Site;

namespace GentleMole.Core.Records;

/// <summary>Where something that cannot be seen should be.</summary>
/// <param name="RadiusMetres">Radius of the circle that holds it with 95 %.</param>
public sealed record LostPlace(SitePoint Place, double RadiusMetres);
