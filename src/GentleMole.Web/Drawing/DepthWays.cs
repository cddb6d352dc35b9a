using GentleMole.Core.Pinpoint;
using GentleMole.Web.Words;

namespace GentleMole.Web.Drawing;

/// <summary>Depths by several ways, side by side.</summary>
/// <param name="RowDecides">The row has found a neighbour, and the other ways only stand beside it.</param>
internal sealed record DepthWays(DepthComparison Depths, bool RowDecides, Person Person);
