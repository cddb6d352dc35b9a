using GentleMole.Core.Pinpoint;
using GentleMole.Core.Trace;
using GentleMole.Web.Sheet;
using GentleMole.Web.Words;

namespace GentleMole.Web.Stages;

/// <summary>A verdict as it is shown: judged, or the sentence that says why it cannot be yet.</summary>
/// <param name="Across">Readings across that it was judged by.</param>
/// <param name="Growing">So many readings of a row that is not yet long enough to be fitted.</param>
internal sealed record ShownVerdict(DotJudgement? Judgement, Person Person, string? Trouble, IReadOnlyList<CrossReading> Across, int Growing = 0)
{
    /// <summary>A row that an instrument took across this dot and that is not on the form yet, as it would be typed; empty when there is none.</summary>
    public string Offered { get; init; } = "";

    /// <summary>Where the answer is to be had that is still being worked out: which line it is; null when it is here or there is none.</summary>
    public string? Pending { get; init; }

    /// <summary>Which line it is; null while that is being worked out, and where nothing is judged.</summary>
    public WhichLine? Line { get; init; }

    /// <summary>The line in words; null where no line is known.</summary>
    public LineTold? Told { get; init; }

    /// <summary>Where the ground is drawn.</summary>
    public string GroundLink { get; init; } = "";

    /// <summary>Where a second hookup is planned.</summary>
    public string BackLink { get; init; } = "";

    /// <summary>Place and line together; null while nothing is judged or the line is not known yet.</summary>
    public DotVerdict? Whole => Judgement is { } place && Line is { } line ? new DotVerdict(place, line.Identity, line.WhyNot) : null;
}
