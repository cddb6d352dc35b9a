using GentleMole.Core.Radar;
using GentleMole.Core.Site;

namespace GentleMole.Core.Bodies;

/// <summary>A radar line with what stays level under it.</summary>
/// <param name="Start">Where the trace at 0 m lies.</param>
/// <param name="Way">Direction of the walk, of length one.</param>
/// <param name="FromMetres">First trace along it.</param>
/// <param name="ToMetres">Last trace along it.</param>
/// <param name="SeparationMetres">Between the antennas; 0 where nobody knows.</param>
/// <param name="TraceMetres">From trace to trace.</param>
public sealed record LevelLine(SitePoint Start, SitePoint Way, double FromMetres, double ToMetres, double SeparationMetres, double TraceMetres, LevelFinding Found)
{
    /// <summary>A place along it.</summary>
    public SitePoint At(double alongMetres) => Start + (Way * alongMetres);

    /// <summary>As a walked profile with its level pieces tells it.</summary>
    public static LevelLine Of(RadarProfile profile, LevelFinding found, SitePoint start, SitePoint way) => new(
        start, way, Math.Min(profile.AlongMetres[0], profile.AlongMetres[^1]), Math.Max(profile.AlongMetres[0], profile.AlongMetres[^1]), profile.SeparationMetres ?? 0, profile.SpacingMetres, found);
}
