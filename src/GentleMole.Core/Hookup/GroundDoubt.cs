namespace GentleMole.Core.Hookup;

/// <summary>How the ground may differ from what is supposed, one thing at a time.</summary>
public enum GroundDoubt
{
    /// <summary>It does not.</summary>
    AsSupposed,

    /// <summary>The soil conducts twice as well.</summary>
    WetSoil,

    /// <summary>The soil conducts half as well.</summary>
    DrySoil,

    /// <summary>Every end that is earthed has a third of the resistance.</summary>
    GoodEarths,

    /// <summary>Every end that is earthed has three times the resistance.</summary>
    PoorEarths,

    /// <summary>The far end is not earthed.</summary>
    FarEndOpen,

    /// <summary>The far end, believed open, is earthed.</summary>
    FarEndEarthed,
}
