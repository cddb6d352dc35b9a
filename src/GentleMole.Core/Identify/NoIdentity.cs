namespace GentleMole.Core.Identify;

/// <summary>Why nobody can say which line it is.</summary>
public enum NoIdentity
{
    /// <summary>Somebody can.</summary>
    None,

    /// <summary>Nobody has drawn where the line should run.</summary>
    NotDrawn,

    /// <summary>It has no metal that a signal could follow.</summary>
    NoMetal,

    /// <summary>A signal that is on the lines already comes from nowhere in particular.</summary>
    NothingSent,

    /// <summary>It is not said where the stake stands.</summary>
    NoStake,

    /// <summary>No hookup is logged.</summary>
    NoHookup,

    /// <summary>The ground as it is drawn cannot be solved.</summary>
    CannotBeSolved,

    /// <summary>It was not read over the line, but from the side, or reckoned from two legs.</summary>
    NotOverIt,
}
