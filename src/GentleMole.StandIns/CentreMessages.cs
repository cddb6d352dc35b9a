namespace GentleMole.StandIns;

/// <summary>A utility that a notice asks about.</summary>
public sealed record CentreUtility(string Kind, string Owner);

/// <summary>A notice as the centre passes it on.</summary>
/// <param name="Sequence">Counts up; a receiver asks for what comes after the last one it has.</param>
/// <param name="Area">Corners of the dig, metres east and north of the position.</param>
public sealed record CentreNotice(
    long Sequence,
    string Number,
    DateTimeOffset ReceivedAt,
    string Name,
    string Where,
    string Digger,
    string Contact,
    string Purpose,
    string Means,
    double DigDepthMetres,
    DateOnly DigPlanned,
    double Latitude,
    double Longitude,
    IReadOnlyList<double[]> Area,
    IReadOnlyList<CentreUtility> Utilities);

/// <summary>What is answered for one utility.</summary>
/// <param name="Id">Made by the sender; stored once however often it comes.</param>
public sealed record CentreReply(Guid Id, string NoticeNumber, string Utility, string Owner, string Answer, string Note, DateTimeOffset MadeAt);

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
