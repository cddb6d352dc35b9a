using GentleMole.Core.Pinpoint;
using GentleMole.Core.Trace;
using GentleMole.Web.Words;

namespace GentleMole.Web.Stages;

/// <summary>A verdict as it is shown: judged, or the sentence that says why it cannot be yet.</summary>
/// <param name="Across">Readings across that it was judged by.</param>
/// <param name="Growing">So many readings of a row that is not yet long enough to be fitted.</param>
internal sealed record ShownVerdict(DotJudgement? Judgement, Person Person, string? Trouble, IReadOnlyList<CrossReading> Across, int Growing = 0)
{
    /// <summary>A row that an instrument took across this dot and that is not on the form yet, as it would be typed; empty when there is none.</summary>
    public string Offered { get; init; } = "";
}
