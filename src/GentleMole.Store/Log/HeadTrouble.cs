namespace GentleMole.Store.Log;

/// <summary>What can be wrong with the signed heads.</summary>
public enum HeadTrouble
{
    None,

    /// <summary>The chain does not hold a head that was signed: it was cut off or rewritten.</summary>
    Parted,

    /// <summary>A head's signature does not fit: the file was made or altered by somebody without the key.</summary>
    Forged,

    /// <summary>The key on this machine knows of a later head than the chain has.</summary>
    CutOff,
}
