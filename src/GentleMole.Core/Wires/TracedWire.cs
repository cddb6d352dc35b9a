namespace GentleMole.Core.Wires;

/// <summary>A control wire with how it was heard at valves.</summary>
/// <param name="Heard">By the valve's number.</param>
public sealed record TracedWire(int Number, string Name, IReadOnlyDictionary<int, WireStrength> Heard);
