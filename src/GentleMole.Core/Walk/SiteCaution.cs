namespace GentleMole.Core.Walk;

/// <summary>A caution that must be read and accepted before work on site begins.</summary>
public enum SiteCaution
{
    /// <summary>Always: vest, boots, glasses, weather, the way to help.</summary>
    Self = 0,

    /// <summary>Work in the road.</summary>
    Carriageway = 1,

    /// <summary>Gas and lack of air in a chamber.</summary>
    Chamber = 2,

    /// <summary>Live parts within reach.</summary>
    LiveEquipment = 3,

    /// <summary>Escape of gas.</summary>
    Gas = 4,

    /// <summary>A railway.</summary>
    Rail = 5,

    /// <summary>A fall.</summary>
    Height = 6,

    /// <summary>Water.</summary>
    Water = 7,

    /// <summary>Nobody near.</summary>
    LoneWork = 8,

    /// <summary>Something shallow where the stake goes in.</summary>
    ShallowAtStake = 9,

    /// <summary>Fibres of asbestos cement.</summary>
    AsbestosCement = 10,
}
