using System.Text.Json;

namespace GentleMole.Web.Api;

internal sealed record SoilBody(double? ResistivityOhmMetres);
