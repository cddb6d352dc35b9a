namespace GentleMole.Web.Api;

internal sealed record JobAnswer(int Id, string Name, string State);
