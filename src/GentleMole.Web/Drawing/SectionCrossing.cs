using System.Globalization;
using GentleMole.Core;
using GentleMole.Web.Sheet;

namespace GentleMole.Web.Drawing;

/// <summary>A line that crosses the cut.</summary>
/// <param name="Depth">Null when nobody has measured it: drawn as a question at no depth.</param>
/// <param name="PlanCover">Cover to the top by the owner's plan, where nothing was measured.</param>
internal sealed record SectionCrossing(
    SheetLine Line, double ChainageMetres, Estimate? Depth, double ZoneHalfWidth, bool Marked, double? PlanCover);
