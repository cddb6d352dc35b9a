namespace GentleMole.Core.Trace;

/// <summary>The one thing that decided a verdict.</summary>
public enum DotFinding
{
    /// <summary>They agree.</summary>
    SignsAgree,

    /// <summary>Too little was taken to say.</summary>
    TooFewSigns,

    /// <summary>Far less current: it is on something else.</summary>
    CurrentElsewhere,

    /// <summary>The current runs back to the transmitter: a bonded neighbour.</summary>
    CurrentRunsBack,

    /// <summary>Peak and null part.</summary>
    PeakNullApart,

    /// <summary>The field is that of two lines, and the pull of the other is taken out.</summary>
    NeighbourTakenOut,

    /// <summary>The row does not tell one line from two, and it matters.</summary>
    OneOrTwo,

    /// <summary>The row is not that of one line.</summary>
    NotOneLine,

    /// <summary>The current is not what it should be.</summary>
    CurrentOff,

    /// <summary>The response turned sideways does not fall silent.</summary>
    LostSidewaysSilence,

    /// <summary>Two small signs or more.</summary>
    SeveralSmallSigns,

    /// <summary>Lead or stake are heard too.</summary>
    NearSource,

    /// <summary>Signs fail as they do at bends, tees and ends.</summary>
    AtFeature,

    /// <summary>What it may be off is more than the tolerance.</summary>
    OutsideTolerance,
}
