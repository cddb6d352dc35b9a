namespace GentleMole.Core.Walk;

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
