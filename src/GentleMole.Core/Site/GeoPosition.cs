namespace GentleMole.Core.Site;

/// <summary>A position on WGS84, degrees.</summary>
public readonly record struct GeoPosition(double LatitudeDegrees, double LongitudeDegrees);
