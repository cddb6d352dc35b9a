namespace GentleMole.Core.Pinpoint;

/// <summary>A symmetric 3 × 3 matrix, enough of it for the normal equations of a line.</summary>
internal readonly record struct Symmetric3(double Aa, double Ab, double Ac, double Bb, double Bc, double Cc)
{
    public Symmetric3 Damped(double by) => this with { Aa = Aa * (1 + by), Bb = Bb * (1 + by), Cc = Cc * (1 + by) };

    public double Determinant => (Aa * Minor(0)) - (Ab * ((Ab * Cc) - (Ac * Bc))) + (Ac * ((Ab * Bc) - (Ac * Bb)));

    /// <summary>Determinant of what is left without one row and column.</summary>
    public double Minor(int without) => without switch
    {
        0 => (Bb * Cc) - (Bc * Bc),
        1 => (Aa * Cc) - (Ac * Ac),
        _ => (Aa * Bb) - (Ab * Ab),
    };

    public double InverseDiagonal(int which)
    {
        var determinant = Determinant;
        return determinant > 0 ? Minor(which) / determinant : 1e6;
    }

    /// <summary>Cramer's rule; a step of zero when the matrix is singular.</summary>
    public (double A, double B, double C) Solve((double A, double B, double C) g)
    {
        var determinant = Determinant;
        if (!(Math.Abs(determinant) > 1e-280))
        {
            return (0, 0, 0);
        }

        var i01 = (Ac * Bc) - (Ab * Cc);
        var i02 = (Ab * Bc) - (Ac * Bb);
        var i12 = (Ab * Ac) - (Aa * Bc);
        return (
            ((Minor(0) * g.A) + (i01 * g.B) + (i02 * g.C)) / determinant,
            ((i01 * g.A) + (Minor(1) * g.B) + (i12 * g.C)) / determinant,
            ((i02 * g.A) + (i12 * g.B) + (Minor(2) * g.C)) / determinant);
    }

    public (double A, double B, double C) SolveWithout(int fixedOne, (double A, double B, double C) g)
    {
        var (p, q, r, u, v) = fixedOne switch
        {
            0 => (Bb, Bc, Cc, g.B, g.C),
            1 => (Aa, Ac, Cc, g.A, g.C),
            _ => (Aa, Ab, Bb, g.A, g.B),
        };
        var determinant = (p * r) - (q * q);
        if (!(Math.Abs(determinant) > 1e-280))
        {
            return (0, 0, 0);
        }

        var (x, y) = (((r * u) - (q * v)) / determinant, ((p * v) - (q * u)) / determinant);
        return fixedOne switch { 0 => (0, x, y), 1 => (x, 0, y), _ => (x, y, 0) };
    }
}
