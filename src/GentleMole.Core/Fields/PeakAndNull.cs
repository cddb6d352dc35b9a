namespace GentleMole.Core.Fields;

/// <summary>Peak and null places along a survey line; null where there is none.</summary>
public readonly record struct PeakAndNull(double? PeakOffsetMetres, double? NullOffsetMetres);
