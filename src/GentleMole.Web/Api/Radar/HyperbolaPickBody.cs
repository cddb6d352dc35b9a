namespace GentleMole.Web.Api;

internal sealed record HyperbolaPickBody(double? AlongMetres, double? TimeNanoseconds);
