namespace GentleMole.Core.Ledger;

/// <summary>A branch that is known, with the currents read on it.</summary>
/// <param name="ChainageMetres">Along the line that is walked.</param>
/// <param name="BranchesMilliamps">On every way out, the one walked on included.</param>
public sealed record LedgerTee(double ChainageMetres, IReadOnlyList<double> BranchesMilliamps);
