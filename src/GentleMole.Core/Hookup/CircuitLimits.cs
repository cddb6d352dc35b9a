namespace GentleMole.Core.Hookup;

/// <summary>Limits of the loop resistance, ohms; editable defaults.</summary>
public sealed record CircuitLimits(double GoodOhms = 1000, double WeakOhms = 5000, double StopOhms = 7000);
