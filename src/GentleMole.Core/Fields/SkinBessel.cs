using System.Numerics;

namespace GentleMole.Core.Fields;

/// <summary>
/// Modified Bessel functions on the ray arg z = 45°, where every argument of a skin-effect problem lies
/// (γr and kr with γ = √(jωμ0/ρ)). Power series near the origin, Hankel's asymptotic series far out
/// (Abramowitz and Stegun 9.6.10–13, 9.7.1–2); relative error below 10⁻⁹.
/// </summary>
public static class SkinBessel
{
    private const double EulerGamma = 0.57721566490153286;
    private const double FarFrom = 10;
    private const double RatioFarFrom = 18;
    private static readonly double RootHalf = Math.Sqrt(0.5);

    /// <summary>K0(x·e^{jπ/4}) for x &gt; 0.</summary>
    public static Complex K0(double x)
    {
        if (x < FarFrom)
        {
            // z²/4 = j·x²/4 turns each term by a right angle, so real and imaginary sums are taken in turn.
            var q = x * x / 4;
            double term = 1, harmonic = 0, i0Re = 1, i0Im = 0, sRe = 0, sIm = 0;
            for (var k = 1; k < 60; k++)
            {
                term *= q / ((double)k * k);
                harmonic += 1.0 / k;
                var (re, im) = (k % 4) switch { 0 => (1, 0), 1 => (0, 1), 2 => (-1, 0), _ => (0, -1) };
                i0Re += re * term;
                i0Im += im * term;
                sRe += re * term * harmonic;
                sIm += im * term * harmonic;
                if (term * harmonic < 1e-17)
                {
                    break;
                }
            }

            var (logRe, logIm) = (Math.Log(x / 2) + EulerGamma, Math.PI / 4);
            return new Complex(
                sRe - ((logRe * i0Re) - (logIm * i0Im)),
                sIm - ((logRe * i0Im) + (logIm * i0Re)));
        }

        var z = new Complex(x * RootHalf, x * RootHalf);
        return Complex.Sqrt(Math.PI / (2 * z)) * Complex.Exp(-z) * Hankel(0, -1 / (8 * z));
    }

    /// <summary>I0(z)/I1(z) at z = x·e^{jπ/4}, x &gt; 0: how a round conductor's impedance grows with its skin effect.</summary>
    public static Complex RatioI0I1(double x)
    {
        var z = new Complex(x * RootHalf, x * RootHalf);
        if (x >= RatioFarFrom)
        {
            return Hankel(0, 1 / (8 * z)) / Hankel(1, 1 / (8 * z));
        }

        var q = z * z / 4;
        Complex term0 = 1, term1 = 1, i0 = 1, i1 = 1;
        for (var k = 1; k < 90; k++)
        {
            term0 *= q / ((double)k * k);
            term1 *= q / ((double)k * (k + 1));
            i0 += term0;
            i1 += term1;
            if (term0.Magnitude < 1e-17 * i0.Magnitude)
            {
                break;
            }
        }

        return i0 / (z / 2 * i1);
    }

    /// <summary>Σ (−1)^k a_k(ν)/z^k with w = 1/(8z) for I and w = −1/(8z) for K, cut at its smallest term.</summary>
    private static Complex Hankel(int order, Complex w)
    {
        var mu = 4.0 * order * order;
        Complex sum = 1, term = 1;
        for (var k = 1; k < 16; k++)
        {
            var odd = (2 * k) - 1;
            var next = term * -(mu - (odd * odd)) / k * w;
            if (next.Magnitude > term.Magnitude)
            {
                break;
            }

            term = next;
            sum += term;
        }

        return sum;
    }
}
