namespace GentleMole.Core;

/// <summary>Damped least squares (Levenberg–Marquardt; Nocedal and Wright, Numerical Optimization, 10.3) for a handful of parameters.</summary>
internal static class DampedSquares
{
    private const double MostDamping = 1e7;

    /// <summary>Normal matrix (lower half, row by row), right side, and weighted squares at a place.</summary>
    public delegate (double[] Matrix, double[] Right, double Chi) Normal(double[] at);

    /// <summary>Goes down from a start, until nothing is gained or so many steps were tried.</summary>
    /// <param name="start">Parameters; not changed.</param>
    /// <param name="normal">The problem.</param>
    /// <param name="move">Makes a step from a place, held to what can be.</param>
    /// <param name="mostSteps">Steps tried.</param>
    public static double[] Settle(double[] start, Normal normal, Func<double[], double[], double[]> move, int mostSteps)
    {
        var (at, damping) = (start, 1e-2);
        var (matrix, right, chi) = normal(at);
        for (var step = 0; step < mostSteps && damping < MostDamping; step++)
        {
            var damped = (double[])matrix.Clone();
            for (var k = 0; k < at.Length; k++)
            {
                damped[(k * at.Length) + k] *= 1 + damping;
            }

            if (LowerTriangle.Of(damped, at.Length) is not { } factor)
            {
                damping *= 10;
                continue;
            }

            var by = (double[])right.Clone();
            factor.Forward(by);
            factor.Backward(by);
            var next = move(at, by);
            var (nextMatrix, nextRight, nextChi) = normal(next);
            if (nextChi < chi)
            {
                var isDone = chi - nextChi < 1e-8 * (1e-3 + chi);
                (at, matrix, right, chi, damping) = (next, nextMatrix, nextRight, nextChi, Math.Max(damping / 5, 1e-10));
                if (isDone)
                {
                    break;
                }
            }
            else
            {
                damping *= 6;
            }
        }

        return at;
    }

    /// <summary>Variances of the parameters: the diagonal of the inverse of the normal matrix; null where it has none.</summary>
    public static double[]? Variances(double[] matrix, int size)
    {
        if (LowerTriangle.Of(matrix, size) is not { } factor)
        {
            return null;
        }

        var inverse = factor.Inverse();
        return [.. Enumerable.Range(0, size).Select(k => inverse[(k * size) + k])];
    }

    /// <summary>Adds one reading to a normal matrix and its right side.</summary>
    public static void Add(double[] matrix, double[] right, double[] slope, double off, double variance)
    {
        for (var a = 0; a < slope.Length; a++)
        {
            right[a] += slope[a] * off / variance;
            for (var b = 0; b <= a; b++)
            {
                matrix[(a * slope.Length) + b] += slope[a] * slope[b] / variance;
            }
        }
    }
}
