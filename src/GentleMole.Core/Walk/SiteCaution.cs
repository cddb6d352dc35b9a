namespace GentleMole.Core.Walk;

/// <summary>A caution that must be read and accepted before work on site begins.</summary>
public enum SiteCaution
{
    /// <summary>Always: vest, boots, glasses, weather, the way to help.</summary>
    Self = 0,
    Carriageway = 1,
    Chamber = 2,
    LiveEquipment = 3,
    Gas = 4,
    Rail = 5,
    Height = 6,
    Water = 7,
    LoneWork = 8,
    ShallowAtStake = 9,
    AsbestosCement = 10,
}
