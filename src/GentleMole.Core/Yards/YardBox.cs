using GentleMole.Core.Site;

namespace GentleMole.Core.Yards;

/// <summary>The transmitter as a coil on the ground.</summary>
/// <param name="Axis">Where its level axis points; square to the line is best.</param>
public sealed record YardBox(SitePoint Place, Azimuth Axis);
