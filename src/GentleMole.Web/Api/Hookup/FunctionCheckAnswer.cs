namespace GentleMole.Web.Api;

internal sealed record FunctionCheckAnswer(bool Passed, double MeanMetres, double BiasMetres, double ScatterMetres);
