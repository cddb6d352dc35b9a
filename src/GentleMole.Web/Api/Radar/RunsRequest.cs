namespace GentleMole.Web.Api;

internal sealed record RunsRequest(IReadOnlyList<GridLineBody?>? Lines);
