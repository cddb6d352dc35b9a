namespace GentleMole.Core.Wires;

/// <summary>Something that does not fit on a map of wires.</summary>
/// <param name="Kind">What it is.</param>
/// <param name="Wires">Wires by their number.</param>
/// <param name="Valves">Valves by their number.</param>
public sealed record WireTrouble(WireTroubleKind Kind, IReadOnlyList<int> Wires, IReadOnlyList<int> Valves);
