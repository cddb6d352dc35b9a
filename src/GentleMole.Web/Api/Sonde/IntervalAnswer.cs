namespace GentleMole.Web.Api;

internal sealed record IntervalAnswer(double Low95, double High95);
