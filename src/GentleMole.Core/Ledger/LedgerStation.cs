using GentleMole.Core.Lines;

namespace GentleMole.Core.Ledger;

/// <summary>A current read over a line.</summary>
/// <param name="ChainageMetres">Along the line.</param>
/// <param name="Depth">What the receiver showed there; null where it was not read.</param>
public sealed record LedgerStation(double ChainageMetres, double Milliamps, Depth? Depth = null);
