namespace GentleMole.Core.Trace;

/// <summary>
/// A sign with its figures as data. Units by kind: metres for places and depths, milliamperes for current, ratio for
/// lift, degrees for direction, percent for sideways and shoulders, χ² over its degrees of freedom for the fit.
/// </summary>
/// <param name="ExpectedLow">Least value that agrees.</param>
/// <param name="ExpectedHigh">Greatest value that agrees.</param>
/// <param name="Weight">3 = can stop a mark alone, 1 = supports only.</param>
public sealed record Sign(
    SignKind Kind, double Measured, double ExpectedLow, double ExpectedHigh, int Weight, SignOutcome Outcome)
{
    /// <summary>True where the figures that would agree come from the ground as it is drawn; false where they are a rule of thumb.</summary>
    public bool IsByGround { get; init; }

    /// <summary>It is as a clean field would give it.</summary>
    public bool Agrees => Outcome == SignOutcome.Agrees;
}
