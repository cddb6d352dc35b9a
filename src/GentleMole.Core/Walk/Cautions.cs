using GentleMole.Core.Lines;
using GentleMole.Core.Notices;
using GentleMole.Core.Site;

namespace GentleMole.Core.Walk;

/// <summary>Chooses the cautions that apply.</summary>
public static class Cautions
{
    /// <summary>What can hurt somebody on this site, the ordinary first.</summary>
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
