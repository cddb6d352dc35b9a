using GentleMole.Core.Radar;
using GentleMole.Core.Site;

namespace GentleMole.Core.Grids;

/// <summary>A line of a grid with its traces, as it goes into a volume.</summary>
/// <param name="Profile">As it came; places along it are true metres.</param>
/// <param name="Direct">Its direct wave.</param>
/// <param name="Start">Where the trace at 0 m lies.</param>
/// <param name="Way">Direction of the walk, of length one.</param>
public sealed record SliceLine(RadarProfile Profile, DirectWave Direct, SitePoint Start, SitePoint Way)
{
    /// <summary>Where a trace was taken.</summary>
    public SitePoint At(double alongMetres) => Start + (Way * alongMetres);
}
