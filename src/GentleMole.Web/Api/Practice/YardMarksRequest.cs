namespace GentleMole.Web.Api;

internal sealed record YardMarksRequest(string? Utility, List<YardMarkBody?>? Points);
