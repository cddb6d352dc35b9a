namespace GentleMole.Web.Api;

internal sealed record FallAnswer(double Value, double Low95, double High95);
