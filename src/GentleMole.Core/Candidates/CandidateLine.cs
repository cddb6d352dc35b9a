using GentleMole.Core.Lines;
using GentleMole.Core.Site;
using GentleMole.Core.Sweeps;

namespace GentleMole.Core.Candidates;

/// <summary>A line that may lie under what was heard.</summary>
/// <param name="Points">Its way, from the first response to the last.</param>
/// <param name="Responses">Which responses are of it, in the order along it, counted as in the task.</param>
/// <param name="Probability">That there is such a line.</param>
/// <param name="Lateral95Metres">Half the width of the strip in which 95 % of its length lies.</param>
/// <param name="Modes">In which it was heard.</param>
/// <param name="Depth">Of its responses together; null where none told one.</param>
/// <param name="Crossings">How many walked passes of these modes cross it squarely enough to count, met or not.</param>
public sealed record CandidateLine(
    IReadOnlyList<SitePoint> Points, IReadOnlyList<int> Responses, double Probability, double Lateral95Metres, IReadOnlyList<SweepMode> Modes, Depth? Depth, int Crossings)
{
    /// <summary>From here on it is claimed that a line is there.</summary>
    public const double ClaimFrom = 0.5;

    /// <summary>True when a line is claimed.</summary>
    public bool IsClaim => Probability >= ClaimFrom;

    /// <summary>Passes that cross it and met nothing.</summary>
    public int Missed => Crossings - Responses.Count;
}
