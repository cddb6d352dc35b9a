namespace GentleMole.Web.Api;

internal sealed record SondeReadingBody(double? AlongMetres, double? HeightMetres, double? Along, double? Up);
