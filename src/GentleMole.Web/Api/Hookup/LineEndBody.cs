using System.Text.Json;

namespace GentleMole.Web.Api;

internal sealed record LineEndBody(string? Kind, double? Ohms);
