using GentleMole.Core.Site;

namespace GentleMole.Core.Sonde;

/// <summary>A place on a pipe that is known by the cable alone: where the camera saw something.</summary>
/// <param name="Place">On the plan.</param>
/// <param name="WayMetres">Along the pipe in plan, from the first good fix.</param>
/// <param name="HeightMetres">Of the centre of the pipe.</param>
/// <param name="SigmaMetres">Along the pipe: the cable's counter, and how well the fixes beside it are known.</param>
/// <param name="IsBeyond">True where it lies before the first fix or behind the last: then it is only as good as going straight on.</param>
public sealed record SondeSpot(SitePoint Place, double WayMetres, double HeightMetres, double SigmaMetres, bool IsBeyond);
