using System.Text.Json;

namespace GentleMole.Web.Api;

internal sealed record ShuntBody(double? MillisiemensPerKilometre, double? MicrofaradsPerKilometre);
