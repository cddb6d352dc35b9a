using GentleMole.Core.Site;
using NodaTime;

namespace GentleMole.Core.Marking;

/// <summary>One mark on the ground.</summary>
/// <param name="Along">Which way a dash or arrow points.</param>
public sealed record OutlineMark(int Number, OutlineMarkKind Kind, SitePoint Place, Azimuth Along);
