using GentleMole.Core.Lines;
using GentleMole.Core.Notices;
using GentleMole.Core.Site;

namespace GentleMole.Core.Walk;

/// <summary>What is known of a site when its cautions are chosen.</summary>
public sealed record SiteFacts(
    SiteTraffic Traffic,
    SiteConditions Conditions,
    IReadOnlyCollection<UtilityKind> Utilities,
    IReadOnlyCollection<FeatureKind> Features,
    bool AsbestosOnRecords);
