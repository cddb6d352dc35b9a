namespace GentleMole.Web.Api;

internal sealed record ReadingsRequest(List<ReadingBody?>? Readings);
