using GentleMole.Core.Site;

namespace GentleMole.Exchange;

/// <summary>How the points of an exported feature are to be read.</summary>
public enum ExportShape
{
    Point,
    Line,
    Area,
}

/// <summary>
/// One thing on the sheet, ready for any format: where it is in site metres and what is said of it. Nulls are left out.
/// </summary>
/// <param name="Kind"><c>mark</c>, <c>dot</c>, <c>record</c>, <c>feature</c>, <c>dig</c>, <c>hookup</c>.</param>
public sealed record ExportFeature(
    string Kind, ExportShape Shape, IReadOnlyList<SitePoint> Points, IReadOnlyList<KeyValuePair<string, object?>> Properties);

/// <summary>A whole sheet for export.</summary>
/// <param name="OriginProvisional">True when nobody has tied the site to a measured position yet; every feature says so.</param>
public sealed record ExportSheet(
    string JobName, SiteOrigin Origin, bool OriginProvisional, IReadOnlyList<ExportFeature> Features)
{
    /// <summary>What is said of a feature, its kind first; nothing that is not known.</summary>
    public IEnumerable<(string Name, object Value)> PropertiesOf(ExportFeature feature)
    {
        yield return ("kind", feature.Kind);
        foreach (var (name, value) in feature.Properties)
        {
            if (value is not (null or ""))
            {
                yield return (name, value);
            }
        }

        if (OriginProvisional)
        {
            yield return ("positionOnEarth", "provisional: the site origin has not been tied to a measured position");
        }
    }
}
