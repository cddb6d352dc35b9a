namespace GentleMole.Web.Api;

internal sealed record CandidatesAnswer(IReadOnlyList<CandidateAnswer> Candidates, IReadOnlyList<int> Unexplained);
