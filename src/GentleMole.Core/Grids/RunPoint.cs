using GentleMole.Core.Site;

namespace GentleMole.Core.Grids;

/// <summary>Where a run crosses a line and was met on it.</summary>
/// <param name="Place">Of the run, drawn through all its responses.</param>
/// <param name="CoverMetres">Of the run there, corrected for the angle at which it is crossed.</param>
/// <param name="Line">Counted as in the grid.</param>
/// <param name="Target">Counted as on the line.</param>
/// <param name="CrossingDegrees">Between the run and the line, 90 where it is crossed square.</param>
public sealed record RunPoint(SitePoint Place, double CoverMetres, int Line, int Target, double CrossingDegrees);
