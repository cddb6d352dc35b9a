namespace GentleMole.Web.Api;

internal sealed record CrossReadingBody(double? OffsetMetres, double? HeightMetres, double? Peak, double? Null);
