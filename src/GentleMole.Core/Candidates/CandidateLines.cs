namespace GentleMole.Core.Candidates;

/// <summary>What the responses join up to.</summary>
/// <param name="Candidates">Likeliest first.</param>
/// <param name="Unexplained">Responses that belong to none, counted as in the task.</param>
public sealed record CandidateLines(IReadOnlyList<CandidateLine> Candidates, IReadOnlyList<int> Unexplained);
