namespace GentleMole.Web.Api;

internal sealed record DepthIntervalAnswer(double Metres, double Low95Metres, double High95Metres);
