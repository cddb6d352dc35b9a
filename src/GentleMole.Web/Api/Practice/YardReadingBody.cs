namespace GentleMole.Web.Api;

internal sealed record YardReadingBody(double? EastMetres, double? NorthMetres, double? HeightMetres, double? HeadingDegrees);
