using System.Text.Json;

namespace GentleMole.Web.Api;

internal sealed record NetworkLineBody(
    string? Id, List<List<double>?>? Points, ConductorSpec? Conductor, SeriesBody? Series, ShuntBody? Shunt, LineEndBody? Start, LineEndBody? End, double? DoubtMetres);
