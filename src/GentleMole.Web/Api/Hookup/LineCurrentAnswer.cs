using System.Text.Json;

namespace GentleMole.Web.Api;

internal sealed record LineCurrentAnswer(string Id, IReadOnlyList<StationAnswer> Stations);
