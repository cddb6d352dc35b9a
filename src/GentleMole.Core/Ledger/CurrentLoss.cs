namespace GentleMole.Core.Ledger;

/// <summary>A step that scatter does not explain.</summary>
/// <param name="FromMetres">Chainage of the station before it; with <paramref name="ToMetres"/> the shortest stretch that holds it in 95 of 100.</param>
/// <param name="ToMetres">Chainage of the station after it.</param>
/// <param name="Milliamps">What is missing just after it; negative where there is more.</param>
/// <param name="Probability">Of there being a step.</param>
/// <param name="Causes">The likeliest first; they add up to one.</param>
public sealed record CurrentLoss(double FromMetres, double ToMetres, Estimate Milliamps, double Probability, IReadOnlyList<LossCause> Causes);
