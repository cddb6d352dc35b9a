namespace GentleMole.Core.Radar;

/// <summary>A time picked on a response, from the first sample.</summary>
public readonly record struct HyperbolaPick(double AlongMetres, double TimeNanoseconds);
