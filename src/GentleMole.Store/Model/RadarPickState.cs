namespace GentleMole.Store.Model;

/// <summary>What was decided of a response. The numbers are stored.</summary>
public enum RadarPickState
{
    /// <summary>Taken as the search found it.</summary>
    Accepted = 0,

    /// <summary>Found by the search, put right by a person.</summary>
    Moved = 1,

    /// <summary>Laid by a person where the search found nothing.</summary>
    ByHand = 2,

    /// <summary>No utility.</summary>
    Refused = 3,
}
