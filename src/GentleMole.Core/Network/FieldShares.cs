using GentleMole.Core.Fields;

namespace GentleMole.Core.Network;

/// <summary>The field of a circuit by who makes it; together they are <see cref="SolvedNetwork.Field"/>.</summary>
/// <param name="Lines">Of each line with what leaks from it into the soil, in the order of the network; a bond is of the line that it begins on.</param>
/// <param name="Hookup">Of lead and stake, or of the transmitting coil.</param>
public sealed record FieldShares(IReadOnlyList<CircuitField> Lines, CircuitField Hookup);
