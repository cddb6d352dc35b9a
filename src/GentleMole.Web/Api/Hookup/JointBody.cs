using System.Text.Json;

namespace GentleMole.Web.Api;

internal sealed record JointBody(string? Line, double? ChainageMetres, double? Ohms);
