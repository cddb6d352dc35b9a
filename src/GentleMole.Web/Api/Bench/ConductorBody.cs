namespace GentleMole.Web.Api;

// Everything may be missing on the wire; what must be there is checked with a sentence, not by the reader of the JSON.
internal sealed record ConductorBody(double? OffsetMetres, double? DepthMetres, double? CurrentMilliamps);
