namespace GentleMole.Web.Api;

internal sealed record YardReadingsRequest(List<YardReadingBody?>? Readings);
