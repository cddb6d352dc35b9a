namespace GentleMole.Web.Api;

/// <param name="Walk">Id of the walk, made by the device.</param>
/// <param name="Samples">Samples of each trace.</param>
/// <param name="Ended">The walk is over: nothing of it comes any more.</param>
internal sealed record TracesRequest(
    string? Walk, string? Name, double? StartEastMetres, double? StartNorthMetres, double? BearingDegrees, double? WheelFactor, double? SampleIntervalNanoseconds, int? Samples, double? AntennaSeparationMetres,
    double? CentreMegahertz, IReadOnlyList<TraceBody?>? Traces, bool? Ended);
