using GentleMole.Core.Identify;

namespace GentleMole.Web.Sheet;

/// <summary>All dots of a line and a hookup held against one ground, as far as it has got.</summary>
/// <param name="Task">What was asked.</param>
/// <param name="Dots">What is said of each, in the order taken.</param>
/// <param name="Lessons">What they teach of the ground.</param>
/// <param name="All">How many dots there are.</param>
/// <param name="IsDone">False while it is being worked out.</param>
internal sealed record LineReview(IdentifyTask? Task, IReadOnlyList<ReviewedDot> Dots, IReadOnlyList<GroundLesson> Lessons, int All, bool IsDone)
{
    /// <summary>True when every dot is judged, whether what they teach is known yet or not.</summary>
    public bool IsEveryDotKnown => Dots.Count == All && All > 0;

    /// <summary>Marked dots that somebody should look at again, those marked with a reason left out.</summary>
    public IReadOnlyList<ReviewedDot> Doubtful =>
        [.. Dots.Where(d => d.Dot.Reading is { State: Store.Model.DotState.Accepted, StateNote: "" } && LineIdentities.IsDoubtful(d.Identity))];
}
