namespace GentleMole.Core.Wires;

/// <summary>A wire as the map has it.</summary>
/// <param name="Valves">Valves to which it leads.</param>
/// <param name="Open">Valves at which nobody has listened for it yet and that could change what it is.</param>
public sealed record MappedWire(TracedWire Wire, WireRole Role, IReadOnlyList<int> Valves, IReadOnlyList<int> Open);
