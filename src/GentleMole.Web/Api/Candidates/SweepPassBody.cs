namespace GentleMole.Web.Api;

internal sealed record SweepPassBody(string? Id, List<double?>? From, List<double?>? To, string? Mode);
