namespace GentleMole.Web.Stages;

/// <summary>What somebody may say of a radar and a receiver that do not agree on one line.</summary>
internal enum HeldSaid
{
    Nothing,
    Receiver,
    Radar,

    /// <summary>The radar's becomes an unknown line of its own.</summary>
    TwoLines,
}
