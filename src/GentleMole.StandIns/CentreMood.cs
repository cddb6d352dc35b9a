namespace GentleMole.StandIns;

/// <summary>How the stand-in behaves.</summary>
public enum CentreMood
{
    Working,

    /// <summary>Refuses everything.</summary>
    Down,

    /// <summary>Stores what it is sent, and the confirmation is lost on the way.</summary>
    LosesConfirmations,

    /// <summary>Sends an empty and a crooked notice among the others.</summary>
    SendsNonsense,
}
