using GentleMole.Core.Site;
using GentleMole.Web.Sheet;

namespace GentleMole.Web.Drawing;

/// <summary>A line as a window of the plan shows it.</summary>
/// <param name="Parts">The line through its accepted dots.</param>
/// <param name="Doubts">Stretches of it that are not sound.</param>
internal sealed record WindowLine(SheetLine Line, IReadOnlyList<IReadOnlyList<SitePoint>> Parts, IReadOnlyList<IReadOnlyList<SitePoint>> Doubts);
