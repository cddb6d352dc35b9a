namespace GentleMole.Core.Ledger;

/// <summary>One way in which a walk may have gone.</summary>
/// <param name="Steps">Gaps in which the current steps, at most two.</param>
/// <param name="Bad">A station whose reading is bad; −1 for none.</param>
/// <param name="Weight">Its chance.</param>
internal sealed record WalkSteps(IReadOnlyList<int> Steps, int Bad, double Weight);
