using GentleMole.Core.Lines;
using GentleMole.Core.Site;

namespace GentleMole.Core.Yards;

/// <summary>Something that stands in a yard.</summary>
/// <param name="Utility">What its lid or plate says; null where nothing can be told.</param>
public sealed record YardFeature(string Id, FeatureKind Kind, string Name, SitePoint Place, UtilityKind? Utility, IReadOnlyList<YardConnection> Connections);
