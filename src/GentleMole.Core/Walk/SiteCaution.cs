using GentleMole.Core.Lines;
using GentleMole.Core.Notices;

namespace GentleMole.Core.Walk;

/// <summary>What the one who plans the job knows of the site and nobody can compute.</summary>
[Flags]
public enum SiteConditions
{
    None = 0,
    Rail = 1,
    Height = 2,
    Alone = 4,
    Water = 8,
}

/// <summary>A caution that must be read and accepted before work on site begins.</summary>
public enum SiteCaution
{
    /// <summary>Always: vest, boots, glasses, weather, the way to help.</summary>
    Self,
    Carriageway,
    Chamber,
    LiveEquipment,
    Gas,
    Rail,
    Height,
    Water,
    LoneWork,
    ShallowAtStake,
    AsbestosCement,
}

/// <summary>What is known of a site when its cautions are chosen.</summary>
public sealed record SiteFacts(
    SiteTraffic Traffic,
    SiteConditions Conditions,
    IReadOnlyCollection<UtilityKind> Utilities,
    IReadOnlyCollection<FeatureKind> Features,
    bool AsbestosOnRecords);

/// <summary>Chooses the cautions that apply.</summary>
public static class Cautions
{
    public static IReadOnlyList<SiteCaution> Applying(SiteFacts facts)
    {
        var found = new List<SiteCaution> { SiteCaution.Self };
        void If(bool applies, SiteCaution caution)
        {
            if (applies)
            {
                found.Add(caution);
            }
        }

        // A chamber may be found on any walk where cables or sewers are asked about; it must be read before, not at its cover.
        If(facts.Traffic != SiteTraffic.None, SiteCaution.Carriageway);
        If(facts.Features.Any(k => k is FeatureKind.Chamber or FeatureKind.Pit or FeatureKind.LostChamber)
            || facts.Utilities.Any(k => k is UtilityKind.Communications or UtilityKind.Sewer), SiteCaution.Chamber);
        If(facts.Utilities.Contains(UtilityKind.Electric)
            || facts.Features.Any(k => k is FeatureKind.Cabinet or FeatureKind.Pole or FeatureKind.Light), SiteCaution.LiveEquipment);
        If(facts.Utilities.Contains(UtilityKind.Gas), SiteCaution.Gas);
        If(facts.Conditions.HasFlag(SiteConditions.Rail), SiteCaution.Rail);
        If(facts.Conditions.HasFlag(SiteConditions.Height), SiteCaution.Height);
        If(facts.Conditions.HasFlag(SiteConditions.Water), SiteCaution.Water);
        If(facts.Conditions.HasFlag(SiteConditions.Alone), SiteCaution.LoneWork);
        If(facts.Utilities.Count > 0, SiteCaution.ShallowAtStake);
        If(facts.AsbestosOnRecords, SiteCaution.AsbestosCement);
        return found;
    }
}
