namespace GentleMole.Web.Api;

internal sealed record BackfallAnswer(int From, int To);
