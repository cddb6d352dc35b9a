namespace GentleMole.Web.Api;

internal sealed record GridLineBody(string? Id, List<double?>? From, List<double?>? To, IReadOnlyList<GridTargetBody?>? Targets);
