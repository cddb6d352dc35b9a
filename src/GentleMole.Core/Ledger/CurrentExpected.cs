namespace GentleMole.Core.Ledger;

/// <summary>What really flows at a station: steps included, scatter and bad readings left out.</summary>
/// <param name="Milliamps">With the interval that holds it in 95 of 100 walks; a reading scatters more.</param>
public sealed record CurrentExpected(double ChainageMetres, Estimate Milliamps);
