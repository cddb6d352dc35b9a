namespace GentleMole.Web.Api;

internal sealed record FrameReadingBody(double? AlongMetres, double? Level);
