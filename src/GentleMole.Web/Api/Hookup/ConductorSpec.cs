using System.Text.Json;

namespace GentleMole.Web.Api;

/// <param name="Coating">A word, or an object with ohmSquareMetres, thicknessMillimetres and permittivity.</param>
internal sealed record ConductorSpec(string? Material, double? OutsideMillimetres, double? WallMillimetres, JsonElement? Coating);
