namespace GentleMole.Core.Wires;

/// <summary>
/// Which control wire leads to which valve. The common leads to every valve, a station wire to one; each is told by putting the signal on it alone and
/// listening at the valves.
/// </summary>
public sealed class WireMap
{
    private WireMap(IReadOnlyList<MappedWire> wires, IReadOnlyList<WireTrouble> troubles, (int Wire, int Valve)? next) => (Wires, Troubles, Next) = (wires, troubles, next);

    /// <summary>In the order given.</summary>
    public IReadOnlyList<MappedWire> Wires { get; }

    /// <summary>What does not fit.</summary>
    public IReadOnlyList<WireTrouble> Troubles { get; }

    /// <summary>What to listen for next: a wire, and at which valve; null when all is told.</summary>
    public (int Wire, int Valve)? Next { get; }

    /// <summary>The common; null while nobody can say, or where there are several.</summary>
    public MappedWire? Common => Wires.Where(w => w.Role == WireRole.Common).Take(2).ToList() is [var one] ? one : null;

    /// <summary>The map of wires.</summary>
    /// <param name="valves">All valves, by their number.</param>
    public static WireMap Of(IReadOnlyList<TracedWire> wires, IReadOnlyList<int> valves)
    {
        var mapped = wires.Select(w => Mapped(w, valves)).ToList();
        var troubles = new List<WireTrouble>();
        var commons = mapped.Where(m => m.Role == WireRole.Common).ToList();
        if (commons.Count > 1)
        {
            troubles.Add(new WireTrouble(WireTroubleKind.SeveralCommons, [.. commons.Select(c => c.Wire.Number)], [.. commons.SelectMany(c => c.Valves).Distinct().Order()]));
        }

        foreach (var part in commons.Where(c => c.Open.Count == 0 && c.Valves.Count < valves.Count))
        {
            troubles.Add(new WireTrouble(WireTroubleKind.PartCommon, [part.Wire.Number], [.. valves.Except(part.Valves)]));
        }

        foreach (var lost in mapped.Where(m => m.Role == WireRole.Lost))
        {
            troubles.Add(new WireTrouble(WireTroubleKind.WireWithoutValve, [lost.Wire.Number], []));
        }

        foreach (var valve in valves)
        {
            var stations = mapped.Where(m => m.Role == WireRole.Station && m.Valves.Contains(valve)).Select(m => m.Wire.Number).ToList();
            if (stations.Count > 1)
            {
                troubles.Add(new WireTrouble(WireTroubleKind.TwoWiresOneValve, stations, [valve]));
            }
            else if (stations.Count == 0 && wires.Count > 1 && mapped.TrueForAll(m => m.Role == WireRole.Common || m.Wire.Heard.GetValueOrDefault(valve) is WireStrength.None or WireStrength.Weak))
            {
                troubles.Add(new WireTrouble(WireTroubleKind.ValveWithoutWire, [], [valve]));
            }
        }

        // What is undecided first, and there the wire of which most is known.
        var next = mapped.Where(m => m.Open.Count > 0).OrderBy(m => m.Role == WireRole.Unknown ? 0 : 1).ThenBy(m => m.Open.Count).FirstOrDefault();
        return new WireMap(mapped, troubles, next is null ? null : (next.Wire.Number, next.Open[0]));
    }

    private static MappedWire Mapped(TracedWire wire, IReadOnlyList<int> valves)
    {
        var strong = valves.Where(v => wire.Heard.GetValueOrDefault(v) == WireStrength.Strong).ToList();
        var open = valves.Where(v => wire.Heard.GetValueOrDefault(v) == WireStrength.Unknown).ToList();
        var role = strong.Count >= 2 ? WireRole.Common
            : open.Count > 0 || valves.Count == 0 ? WireRole.Unknown
            : strong.Count == 0 ? WireRole.Lost
            // With one valve alone nobody can tell a common from a station wire.
            : valves.Count == 1 ? WireRole.Unknown
            : WireRole.Station;
        return new MappedWire(wire, role, strong, open);
    }
}
