using System.Globalization;
using GentleMole.Core.Site;
using GentleMole.Store.Model;
using NetTopologySuite.Geometries;
using NetTopologySuite.Simplify;

namespace GentleMole.Web.Drawing;

/// <summary>A record line as far as it lies in the drawing.</summary>
internal sealed record RecordTrail(RecordLine Record, IReadOnlyList<IReadOnlyList<SitePoint>> Parts);
