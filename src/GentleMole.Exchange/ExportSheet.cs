using GentleMole.Core.Site;

namespace GentleMole.Exchange;

/// <summary>A whole sheet for export.</summary>
/// <param name="Features">Can be gone through again; made one by one, so that a file of any length is written in little memory.</param>
/// <param name="OriginProvisional">True when nobody has tied the site to a measured position yet; every feature says so.</param>
public sealed record ExportSheet(
    string JobName, SiteOrigin Origin, bool OriginProvisional, IEnumerable<ExportFeature> Features)
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
