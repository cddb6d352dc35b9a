namespace GentleMole.Web.Api;

internal sealed record FaultAnswer(double AlongMetres, double DepthMetres, string Grade, IntervalAnswer Along, IntervalAnswer Depth, double Level);
