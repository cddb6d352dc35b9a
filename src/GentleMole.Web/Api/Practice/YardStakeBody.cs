namespace GentleMole.Web.Api;

internal sealed record YardStakeBody(double? EastMetres, double? NorthMetres, double? Driven, bool? Wetted);
