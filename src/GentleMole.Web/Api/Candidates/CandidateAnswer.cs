namespace GentleMole.Web.Api;

internal sealed record CandidateAnswer(
    IReadOnlyList<double[]> Points, IReadOnlyList<int> Responses, double Probability, double Lateral95Metres, IReadOnlyList<string> Modes, double? DepthMetres);
