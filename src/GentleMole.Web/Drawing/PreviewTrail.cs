using System.Globalization;
using GentleMole.Core.Lines;
using GentleMole.Core.Site;
using NetTopologySuite.Geometries;
using NetTopologySuite.Simplify;

namespace GentleMole.Web.Drawing;

/// <summary>A line of a preview.</summary>
internal sealed record PreviewTrail(UtilityKind? Kind, IReadOnlyList<SitePoint> Points);
