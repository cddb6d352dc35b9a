namespace GentleMole.Core.Sonde;

/// <summary>From one fix to the next in the order of the cable.</summary>
/// <param name="From">Number of the fix as it was given.</param>
/// <param name="To">Number of the next.</param>
/// <param name="StraightMetres">Between them in space.</param>
/// <param name="PaidOutMetres">Cable pushed between them.</param>
/// <param name="Verdict">What one says of the other.</param>
public sealed record SondeStep(int From, int To, double StraightMetres, double PaidOutMetres, StepVerdict Verdict);
