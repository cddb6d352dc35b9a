namespace GentleMole.Core.Hookup;

/// <summary>What can be the matter with a hookup, each tried on this site.</summary>
public enum WhyKind
{
    /// <summary>The far end is not earthed.</summary>
    OpenFarEnd,

    /// <summary>Dry soil at the stake.</summary>
    DrySoil,

    /// <summary>Bonded to another line inside a building.</summary>
    BondedInside,

    /// <summary>A neighbour runs beside it.</summary>
    ParallelRun,

    /// <summary>The line branches.</summary>
    Tee,

    /// <summary>An insulated joint parts it.</summary>
    InsulatedJoint,
}
