using GentleMole.Core.Lines;
using GentleMole.Core.Site;

namespace GentleMole.Core.Follow;

/// <summary>Where a line lies that was read from the side.</summary>
/// <param name="AsideMetres">From where it was read, square to the line.</param>
/// <param name="HalfWidthMetres">± of that, 95 %.</param>
/// <param name="Depth">To the centre: as it was given, or as two readings say it.</param>
public sealed record SideFix(SitePoint Place, double AsideMetres, double HalfWidthMetres, Depth Depth);
