namespace GentleMole.Web.Api;

internal sealed record YardAnswerRequest(string? Utility, string? Answer, string? Why);
