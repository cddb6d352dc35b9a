using System.Text.Json;

namespace GentleMole.Web.Api;

internal sealed record BondBody(LinePlaceBody? From, LinePlaceBody? To, double? Ohms);
