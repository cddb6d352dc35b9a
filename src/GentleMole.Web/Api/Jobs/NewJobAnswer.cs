namespace GentleMole.Web.Api;

internal sealed record NewJobAnswer(int Id);
