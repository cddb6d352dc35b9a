namespace GentleMole.Core.Hookup;

/// <summary>What may be wrong with a circuit.</summary>
public enum CircuitCause
{
    /// <summary>The circuit is as it was predicted.</summary>
    AsPredicted,

    /// <summary>Rust or paint under the clip.</summary>
    DirtyClip,

    /// <summary>The stake stands in dry ground.</summary>
    DryStake,

    /// <summary>The far end is not earthed.</summary>
    OpenFarEnd,

    /// <summary>The line is parted beyond the connection.</summary>
    BrokenLine,

    /// <summary>The connection touches another line.</summary>
    BondedToAnother,

    /// <summary>The wire leads to nothing.</summary>
    LooseEnd,
}
