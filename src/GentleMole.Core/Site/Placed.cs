using GentleMole.Core.Lines;

namespace GentleMole.Core.Site;

/// <summary>Something placed on the walk.</summary>
/// <param name="Was">Where it used to be: the service may still lead there.</param>
public sealed record Placed(
    FeatureKind Kind, IReadOnlyList<SitePoint> Points, UtilityKind? Utility, string Material, SitePoint? Was, double DoubtMetres)
{
    /// <summary>Things that sit on a line of their own; a sign or a dip may be anywhere near it.</summary>
    public bool SitsOnLine => Kind is FeatureKind.Chamber or FeatureKind.Box or FeatureKind.Valve or FeatureKind.Hydrant or FeatureKind.Meter
        or FeatureKind.Riser or FeatureKind.Cabinet or FeatureKind.Pit or FeatureKind.Marker or FeatureKind.OldPaint;

    /// <summary>Where it stands.</summary>
    public SitePoint Place => Points[0];
}
