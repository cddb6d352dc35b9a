namespace GentleMole.Web.Api;

internal sealed record FunctionCheckRequest(double? KnownDepthMetres, List<double?>? ReadMetres);
