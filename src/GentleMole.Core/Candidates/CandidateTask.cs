using GentleMole.Core.Sweeps;

namespace GentleMole.Core.Candidates;

/// <summary>All that was walked and all that was heard on it.</summary>
/// <param name="PositionSigmaMetres">Standard deviation of a response square to the line it is of.</param>
public sealed record CandidateTask(IReadOnlyList<SweepPass> Passes, IReadOnlyList<SweepResponse> Responses, double PositionSigmaMetres = CandidateTask.UsualSigmaMetres)
{
    /// <summary>Where nothing is said of it.</summary>
    public const double UsualSigmaMetres = 0.15;
}
