using System.Text.Json;

namespace GentleMole.Web.Api;

internal sealed record StakeBody(List<double>? Position, double? LengthMetres, double? RadiusMetres, double? Ohms, bool? StakeField);
