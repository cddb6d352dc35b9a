namespace GentleMole.Web.Practice;

/// <summary>Why nothing was done in a round.</summary>
internal enum PracticeStop
{
    /// <summary>There is none of this number, or it is somebody else's.</summary>
    NoSuchRound = 0,

    /// <summary>It is finished.</summary>
    Finished = 1,

    /// <summary>It holds as much as a round may.</summary>
    Full = 2,
}
