namespace GentleMole.Core.Hookup;

/// <summary>Why a way of connecting is not to be used; these rules come before any figure.</summary>
public enum HookupRefusal
{
    /// <summary>Live, or possibly live.</summary>
    LiveElectric,

    /// <summary>No clamp without an earth on both sides of it.</summary>
    ClampWithoutEarths,

    /// <summary>An insulating joint lies between here and the work.</summary>
    InsulatedFromWork,

    /// <summary>No sensible place for a stake.</summary>
    NoStakePlace,

    /// <summary>Nowhere to put the box without the receiver hearing it over the work.</summary>
    TooNearForInduction,
}
