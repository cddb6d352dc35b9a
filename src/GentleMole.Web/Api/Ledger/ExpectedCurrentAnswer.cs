namespace GentleMole.Web.Api;

internal sealed record ExpectedCurrentAnswer(double ChainageMetres, double CurrentMilliamps, double Low95Milliamps, double High95Milliamps);
