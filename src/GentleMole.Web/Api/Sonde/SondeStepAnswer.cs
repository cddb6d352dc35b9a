namespace GentleMole.Web.Api;

internal sealed record SondeStepAnswer(int From, int To, double StraightMetres, double PaidOutMetres, string Verdict);
