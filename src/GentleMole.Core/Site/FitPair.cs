using NetTopologySuite.Algorithm;
using NetTopologySuite.Geometries;

namespace GentleMole.Core.Site;

/// <summary>A place in a drawing and the same place on the site.</summary>
public readonly record struct FitPair(SitePoint Drawing, SitePoint Site);
