using GentleMole.Core.Marking;

namespace GentleMole.Core.Trace;

/// <summary>A stretch of a marked line between two dots.</summary>
/// <param name="TooLong">No dot for longer than <see cref="TracedLine.LongestGapMetres"/>: what lies between is a guess.</param>
public sealed record Stretch(
    MarkPoint From,
    MarkPoint To,
    double FromChainageMetres,
    double ToChainageMetres,
    double AcrossHalfWidthMetres,
    Estimate? Depth,
    QualityLevel Quality,
    Verdict Confidence,
    bool TooLong)
{
    /// <summary>Its length.</summary>
    public double LengthMetres => ToChainageMetres - FromChainageMetres;

    /// <summary>What holds its level where it is: the worst of what is known of it.</summary>
    public LevelReason Reason => TooLong ? LevelReason.TooLong
        : AgainstSigns(From) || AgainstSigns(To) ? LevelReason.AgainstSigns
        : NoDepth(From) || NoDepth(To) ? LevelReason.NoDepth
        : Quality == QualityLevel.A ? LevelReason.Exposed
        : From.Exposed && To.Exposed ? LevelReason.BetweenHoles
        : LevelReason.Found;

    private static bool AgainstSigns(MarkPoint dot) => !dot.Exposed && dot.Verdict == Verdict.Reject;

    private static bool NoDepth(MarkPoint dot) => !dot.Exposed && dot.Depth is null;
}
