using System.Globalization;
using NodaTime;
using NodaTime.Text;

namespace GentleMole.Web.Api;

internal sealed record OutlineRequest(
    List<List<double>?>? Corners, List<List<double>?>? Route, List<List<List<double>?>?>? Laterals, List<List<List<double>?>?>? Kerbs, string? Style, double? SpacingMetres, bool? PoorSight);
