using GentleMole.Core.Lines;
using GentleMole.Core.Notices;
using GentleMole.Core.Records;
using GentleMole.Core.Site;
using GentleMole.Core.Walk;

namespace GentleMole.Web.Sheet;

/// <summary>Cautions of a job out of what is stored; the same for its sheet and for the board.</summary>
internal static class JobCautions
{
    /// <param name="words">Materials, ducts and sources of its lines and records, in which a warning may stand.</param>
    public static IReadOnlyList<SiteCaution> Of(
        SiteTraffic traffic, SiteConditions conditions, IEnumerable<UtilityKind> utilities, IEnumerable<FeatureKind> features, IEnumerable<string> words) =>
        Cautions.Applying(new SiteFacts(
            traffic, conditions, [.. utilities.Distinct()], [.. features.Distinct()], RecordWarnings.In(words).Contains(RecordWarning.AsbestosCement)));
}
