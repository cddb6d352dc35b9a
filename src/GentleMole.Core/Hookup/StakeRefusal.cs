namespace GentleMole.Core.Hookup;

/// <summary>Why a stake may not be driven at a place.</summary>
public enum StakeRefusal
{
    /// <summary>A building stands there.</summary>
    OnBuilding,

    /// <summary>The surface is paved.</summary>
    OnPaving,

    /// <summary>A service so shallow that the rod could reach it.</summary>
    ShallowService,

    /// <summary>Beside the earth of a power installation.</summary>
    PowerEarth,

    /// <summary>The lead would have to go through a building.</summary>
    LeadBlocked,

    /// <summary>The lead does not reach so far.</summary>
    BeyondLead,
}
