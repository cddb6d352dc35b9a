using GentleMole.Core.Lines;
using GentleMole.Core.Site;

namespace GentleMole.Core.Sonde;

/// <summary>A place of the pipe.</summary>
/// <param name="Fix">Number of the fix as it was given.</param>
/// <param name="Place">Its place, smoothed towards the line of its neighbours.</param>
/// <param name="Depth">Ground to the centre, by the fitted height.</param>
/// <param name="WayMetres">Along the pipe in plan, from the first good fix.</param>
/// <param name="HeightMetres">Fitted height of the centre.</param>
/// <param name="HeightSigmaMetres">Its standard deviation.</param>
/// <param name="PaidOutMetres">Cable at it.</param>
public sealed record SondeRoutePoint(int Fix, SitePoint Place, Depth Depth, double WayMetres, double HeightMetres, double HeightSigmaMetres, double PaidOutMetres);
