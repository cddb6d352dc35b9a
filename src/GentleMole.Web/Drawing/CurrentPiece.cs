using System.Numerics;
using GentleMole.Core.Site;

namespace GentleMole.Web.Drawing;

/// <summary>A piece of a line with its current as weight.</summary>
internal sealed record CurrentPiece(IReadOnlyList<SitePoint> Points, double Pixels);
