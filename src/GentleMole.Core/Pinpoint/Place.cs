namespace GentleMole.Core.Pinpoint;

/// <summary>A place across the line and its standard deviation, metres.</summary>
public readonly record struct Place(double OffsetMetres, double Sigma);
