namespace GentleMole.Core.Candidates;

/// <summary>Covariance of the three figures of a leg; all of C's is 0 where it is straight.</summary>
internal readonly record struct LegCovariance(double Aa, double Ab, double Bb, double Ac, double Bc, double Cc)
{
    /// <summary>Variance of A + B·x + C·x².</summary>
    public double At(double x) => Aa + (x * ((2 * Ab) + (x * (Bb + (2 * Ac) + (x * ((2 * Bc) + (x * Cc)))))));
}
