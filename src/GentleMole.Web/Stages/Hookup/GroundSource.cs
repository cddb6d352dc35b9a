using GentleMole.Core.Lines;
using GentleMole.Core.Site;
using GentleMole.Store.Model;

namespace GentleMole.Web.Stages;

/// <summary>Where a line of the supposed ground comes from on the sheet.</summary>
/// <param name="Of">Its name in the ground: <c>line-3</c>, <c>record-5</c>, <c>drawn-2</c>.</param>
/// <param name="Material">As the sheet says it.</param>
internal sealed record GroundSource(string Of, string Name, UtilityKind Kind, string Material, double? OutsideMetres, IReadOnlyList<SitePoint> Points, double? DepthMetres, LineModel? Model);
