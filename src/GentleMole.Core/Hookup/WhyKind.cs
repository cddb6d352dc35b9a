namespace GentleMole.Core.Hookup;

/// <summary>What can be the matter with a hookup, each tried on this site.</summary>
public enum WhyKind
{
    OpenFarEnd,
    DrySoil,
    BondedInside,
    ParallelRun,
    Tee,
    InsulatedJoint,
}
