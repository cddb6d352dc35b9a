namespace GentleMole.Core.Pinpoint;

/// <summary>Ways to a depth at a dot.</summary>
public enum DepthWay
{
    /// <summary>As the receiver shows it with its tip on the ground.</summary>
    Receiver,

    /// <summary>As it shows it raised, less the lift.</summary>
    Lift,

    /// <summary>As it shows it turned round.</summary>
    TurnedRound,

    /// <summary>Nulls of the tilted antenna on both sides.</summary>
    Tilt,

    /// <summary>Width of the peak on both sides.</summary>
    Width,

    /// <summary>Fit of the row across.</summary>
    Row,
}
