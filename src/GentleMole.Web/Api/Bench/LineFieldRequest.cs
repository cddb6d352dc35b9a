namespace GentleMole.Web.Api;

internal sealed record LineFieldRequest(List<ConductorBody?>? Conductors, double? HeightMetres, List<double?>? OffsetsMetres);
