using GentleMole.Core.Site;

namespace GentleMole.Exchange;

/// <summary>
/// One thing on the sheet, ready for any format: where it is in site metres and what is said of it. Nulls are left out.
/// </summary>
/// <param name="Kind"><c>mark</c>, <c>dot</c>, <c>record</c>, <c>feature</c>, <c>dig</c>, <c>hookup</c>.</param>
public sealed record ExportFeature(
    string Kind, ExportShape Shape, IReadOnlyList<SitePoint> Points, IReadOnlyList<KeyValuePair<string, object?>> Properties);
