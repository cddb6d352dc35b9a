namespace GentleMole.Core.Together;

/// <summary>What somebody says of a radar and a receiver that do not agree on one line.</summary>
public enum WitnessAnswer
{
    /// <summary>Nobody has said anything.</summary>
    Open = 0,

    /// <summary>The receiver is right: the ground is quicker or slower than the radar was told.</summary>
    Receiver = 1,

    /// <summary>The radar is right: something disturbed the receiver's depth.</summary>
    Radar = 2,
}
