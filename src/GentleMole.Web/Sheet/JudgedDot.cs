using GentleMole.Core;
using GentleMole.Core.Identify;
using GentleMole.Core.Site;
using GentleMole.Core.Trace;
using GentleMole.Store.Model;

namespace GentleMole.Web.Sheet;

/// <summary>
/// A dot with the verdict that the core gives it in its place on the line. It is judged when somebody first looks at it: of
/// thousands that a device sent only those are judged that are shown.
/// </summary>
/// <param name="reading">What the receiver showed.</param>
/// <param name="before">The last dot before it that the line goes through, taken with the same hookup.</param>
internal sealed class JudgedDot(Reading reading, Reading? before, LineGround ground)
{
    private DotJudgement? _judgement;

    public Reading Reading => reading;

    public Reading? Before => before;

    public LineGround Ground => ground;

    public DotJudgement Judgement => _judgement ??= Judge();

    /// <summary>The same for somebody who goes through all dots once: nothing more is kept than was.</summary>
    public DotJudgement PassingJudgement => _judgement ?? Judge();

    /// <summary>Place and line together, the line as it was reckoned when the dot was decided.</summary>
    public Verdict Verdict => WithLine(Judgement.Verdict);

    /// <summary>A verdict on the place, and what was reckoned of the line.</summary>
    public Verdict WithLine(Verdict place) => DotVerdict.Worse(place, Reading.OnTarget is { } chance ? DotIdentity.VerdictOf(chance) : null);

    /// <summary>Where the mark goes by the place's school.</summary>
    public SitePoint MarkPlace => Reading.Place + (Judgement.Ahead.Right * Judgement.PlaceMark.OffsetMetres);

    public MarkPoint ToMark() => new(
        MarkPlace,
        Math.Max(
            Judgement.Position.High95 - Judgement.PlaceMark.OffsetMetres,
            Judgement.PlaceMark.OffsetMetres - Judgement.Position.Low95),
        Judgement.Depth,
        Verdict,
        Reading.Number)
    {
        IsDoubtOfPlace = Judgement.IsDoubtOfPlace && Verdict == Judgement.Verdict && (Reading.OnTarget is not { } chance || DotIdentity.VerdictOf(chance) == Verdict.Sound),
    };

    private DotJudgement Judge() =>
        ground.Widened(DotJudge.Judge(reading.ToObservation(), ground.ContextFor(reading.HookupId, before, reading)), reading.TakenAt);
}
