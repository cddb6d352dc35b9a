namespace GentleMole.Web.Api;

internal sealed record WheelRequest(double? TrueMetres, IReadOnlyList<double?>? CountedMetres);
