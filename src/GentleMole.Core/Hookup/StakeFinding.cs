namespace GentleMole.Core.Hookup;

/// <summary>A fault of the stake's place.</summary>
/// <param name="Measured">Degrees off square, or metres to the line.</param>
/// <param name="LineName">The other line, for faults that have one.</param>
public sealed record StakeFinding(StakeFault Fault, double Measured, string? LineName);
