namespace GentleMole.Core.Identify;

/// <summary>Who makes a response.</summary>
public enum HypothesisKind
{
    /// <summary>The line that is wanted.</summary>
    Target,

    /// <summary>Another line that is known.</summary>
    Line,

    /// <summary>A line that nobody drew.</summary>
    Unknown,

    /// <summary>Some line that lies well aside of the dot: a bend, a tee, an end, or two fields between which it peaks.</summary>
    Disturbed,

    /// <summary>Stake, lead or coil of the transmitter.</summary>
    Hookup,
}
