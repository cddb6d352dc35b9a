using System.Text.Json;

namespace GentleMole.Web.Api;

internal sealed record LinePlaceBody(string? Line, double? ChainageMetres);
