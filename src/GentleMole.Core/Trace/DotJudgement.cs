using GentleMole.Core.Marking;
using GentleMole.Core.Pinpoint;
using GentleMole.Core.Site;

namespace GentleMole.Core.Trace;

/// <summary>The verdict on a dot, as data.</summary>
/// <param name="Position">Across the line from the dot, right positive, metres, 95 %.</param>
/// <param name="Depth">To the centre, metres, 95 %; null when no depth was taken.</param>
/// <param name="Ahead">Walking direction that right and left refer to.</param>
/// <param name="ApartMetres">Null place less peak place, if a null was taken.</param>
/// <param name="Distorted">True when peak and null disagree. On which side the other conductor lies cannot be told from that: a
/// current the same way on one side does what a current the other way does on the other.</param>
/// <param name="Across">The fit of the readings across, if taken.</param>
public sealed record DotJudgement(
    Verdict Verdict,
    DotFinding Finding,
    NextStep Next,
    IReadOnlyList<Sign> Signs,
    Estimate Position,
    Estimate? Depth,
    IReadOnlyList<MarkChoice> Marks,
    SitePoint Ahead,
    double? ApartMetres,
    bool Distorted,
    PinpointResult? Across)
{
    /// <summary>Depths by every way taken here, side by side; null when none was.</summary>
    public DepthComparison? Depths { get; init; }

    /// <summary>Marking against a "do not mark" is the person's right, but the evidence must say why.</summary>
    public bool NeedsReasonToMark => Verdict == Verdict.Reject;

    /// <summary>
    /// True where no more is in doubt than the place right here, as of a disturbed field: then somebody who sees the body itself there may lift
    /// it. A current that is missing or runs the wrong way says that it may be another line, and nobody sees whose a body is.
    /// </summary>
    public bool IsDoubtOfPlace => Verdict == Verdict.Caution
        && Finding is DotFinding.TooFewSigns or DotFinding.PeakNullApart or DotFinding.NeighbourTakenOut or DotFinding.OneOrTwo or DotFinding.SeveralSmallSigns or DotFinding.AtFeature
        && Signs.All(s => s.Kind is not (SignKind.Current or SignKind.CurrentDirection) || s.Outcome != SignOutcome.Disagrees);

    /// <summary>The same with its ± as many times as wide as what was dug up says that they must be; a depth does not rise above the surface.</summary>
    public DotJudgement Widened(double acrossTimes, double depthTimes) => this with { Position = Position.Stretched(acrossTimes), Depth = Depth?.Stretched(depthTimes).Within(0, double.PositiveInfinity) };

    /// <summary>How many signs agree.</summary>
    public int Agreeing => Signs.Count(s => s.Agrees);

    /// <summary>The mark of the place's school.</summary>
    public SchoolMark PlaceMark => (Marks.FirstOrDefault(m => m.IsPlaceDefault) ?? Marks[0]).Mark;
}
