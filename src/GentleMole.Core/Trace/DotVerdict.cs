using GentleMole.Core.Identify;

namespace GentleMole.Core.Trace;

/// <summary>Whether a dot may be marked: its place by its signs, and its line by everything that was read over it. Both carry it, or it is not sound.</summary>
/// <param name="Line">Null where nobody can say which line it is.</param>
/// <param name="WhyNot">Why nobody can.</param>
public sealed record DotVerdict(DotJudgement Place, DotIdentity? Line, NoIdentity WhyNot)
{
    /// <summary>The worse of the two.</summary>
    public Verdict Verdict => Worse(Place.Verdict, Line?.Verdict);

    /// <summary>Marking against a "do not mark" is the person's right, but the evidence must say why.</summary>
    public bool NeedsReasonToMark => Verdict == Verdict.Reject;

    /// <summary>True where the doubt about the line stops the mark, at least as much as the signs do.</summary>
    public bool IsForItsLine => Line is { Verdict: not Verdict.Sound } && Line.Verdict >= Place.Verdict;

    /// <summary>The worse of the place's and the line's; the place's where nothing is known of the line.</summary>
    public static Verdict Worse(Verdict place, Verdict? line) => line is { } other && other > place ? other : place;
}
