namespace GentleMole.Core.Hookup;

/// <summary>What may be wrong with a circuit.</summary>
public enum CircuitCause
{
    /// <summary>The circuit is as it was predicted.</summary>
    AsPredicted,

    /// <summary>Rust or paint under the clip.</summary>
    DirtyClip,

    /// <summary>The stake stands in dry or loose ground.</summary>
    DryStake,

    /// <summary>The far end is not earthed.</summary>
    OpenFarEnd,

    /// <summary>The line is parted beyond the connection.</summary>
    BrokenLine,

    /// <summary>A joint or splice of the line is corroded.</summary>
    CorrodedJoint,

    /// <summary>The connection touches another line.</summary>
    BondedToAnother,

    /// <summary>The wire leads to nothing.</summary>
    LooseEnd,

    /// <summary>The clip sits on another line or wire.</summary>
    WrongWire,

    /// <summary>Bare metal of the line touches the soil, or something earthed, near the connection.</summary>
    ShortToEarth,

    /// <summary>The stake stands on another service, which takes the current back.</summary>
    StakeOnService,

    /// <summary>Nothing of these reads like this.</summary>
    NoneOfThese,
}
