namespace GentleMole.Web.Api;

internal sealed record TraceBody(int? Number, double? CountedMetres, IReadOnlyList<double>? Samples);
