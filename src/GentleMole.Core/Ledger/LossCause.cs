namespace GentleMole.Core.Ledger;

/// <summary>A cause of a step, with how likely it is.</summary>
public sealed record LossCause(LossKind Kind, double Probability);
