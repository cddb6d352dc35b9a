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
}
