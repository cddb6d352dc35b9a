namespace GentleMole.Web.Api;

internal sealed record PositionAnswer(double OffsetMetres, double Low95Metres, double High95Metres);
