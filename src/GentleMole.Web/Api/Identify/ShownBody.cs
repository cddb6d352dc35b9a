namespace GentleMole.Web.Api;

internal sealed record ShownBody(double? CurrentMilliamps, double? Volts);
