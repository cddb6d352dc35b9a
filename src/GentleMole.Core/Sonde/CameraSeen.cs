namespace GentleMole.Core.Sonde;

/// <summary>What a camera sees in a pipe: a short list of our own words.</summary>
public enum CameraSeen
{
    /// <summary>A crack.</summary>
    Crack = 0,

    /// <summary>Pieces are missing, or the pipe has fallen in.</summary>
    Broken = 1,

    /// <summary>A joint that is open or has moved.</summary>
    Joint = 2,

    /// <summary>Roots.</summary>
    Roots = 3,

    /// <summary>Silt, fat, stones: narrower than it was.</summary>
    Deposit = 4,

    /// <summary>No way through.</summary>
    Blockage = 5,

    /// <summary>Water stands.</summary>
    StandingWater = 6,

    /// <summary>A pipe joins.</summary>
    Connection = 7,

    /// <summary>The pipe turns.</summary>
    Bend = 8,

    /// <summary>Another material or width begins.</summary>
    Change = 9,

    /// <summary>Another service runs through the pipe: it must be said to everybody at once.</summary>
    CrossBore = 10,

    /// <summary>The pipe ends, in a chamber or open.</summary>
    End = 11,
}
