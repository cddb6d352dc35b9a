namespace GentleMole.Web.Api;

internal sealed record YardBoxBody(double? EastMetres, double? NorthMetres, double? AzimuthDegrees);
