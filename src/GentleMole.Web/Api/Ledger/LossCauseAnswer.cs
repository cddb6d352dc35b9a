namespace GentleMole.Web.Api;

internal sealed record LossCauseAnswer(string Code, double Probability);
