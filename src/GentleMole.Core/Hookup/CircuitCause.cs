namespace GentleMole.Core.Hookup;

/// <summary>What may be wrong with a circuit.</summary>
public enum CircuitCause
{
    AsPredicted,
    DirtyClip,
    DryStake,
    OpenFarEnd,
    BrokenLine,
    BondedToAnother,
    LooseEnd,
}
