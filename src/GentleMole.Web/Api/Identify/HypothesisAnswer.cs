namespace GentleMole.Web.Api;

internal sealed record HypothesisAnswer(string Kind, string? Line, double Probability);
