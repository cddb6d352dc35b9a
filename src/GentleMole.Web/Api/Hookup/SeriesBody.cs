using System.Text.Json;

namespace GentleMole.Web.Api;

internal sealed record SeriesBody(double? OhmsPerKilometre, double? MillihenriesPerKilometre);
