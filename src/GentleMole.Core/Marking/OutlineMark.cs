using GentleMole.Core.Site;
using NodaTime;

namespace GentleMole.Core.Marking;

/// <summary>One mark on the ground.</summary>
/// <param name="AlongDegrees">Azimuth of a dash or arrow.</param>
public sealed record OutlineMark(int Number, OutlineMarkKind Kind, SitePoint Place, double AlongDegrees);
