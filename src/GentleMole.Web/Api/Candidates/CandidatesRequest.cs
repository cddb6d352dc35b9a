namespace GentleMole.Web.Api;

internal sealed record CandidatesRequest(IReadOnlyList<SweepPassBody?>? Passes, IReadOnlyList<SweepResponseBody?>? Responses, double? PositionSigmaMetres);
