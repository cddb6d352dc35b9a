namespace GentleMole.Core.Ledger;

/// <summary>Where current may go, or come from.</summary>
public enum LossKind
{
    /// <summary>A branch that is not known.</summary>
    Tee = 0,

    /// <summary>A bond to another line, or an earth.</summary>
    Bond,

    /// <summary>A neighbour that takes a part through the air, or whose field is read with it.</summary>
    Neighbour,

    /// <summary>A joint that hardly conducts.</summary>
    Joint,

    /// <summary>The end of the line.</summary>
    End,

    /// <summary>The walk went on over another line.</summary>
    OtherLine,
}
