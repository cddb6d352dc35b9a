namespace GentleMole.Core.Pinpoint;

/// <summary>
/// Gauss–Newton climb with Levenberg damping to the top of a hill of likelihood times a normal prior (Nocedal and Wright,
/// Numerical Optimization, 10.3), and the shape of the hill there.
/// </summary>
internal static class HillClimb
{
    private const int MostSteps = 25;

    /// <summary>The top and the spread round it (inverse information, lower half); null when the hill has no shape.</summary>
    /// <param name="middle">Middle of the prior.</param>
    /// <param name="precision">One over its variances.</param>
    public static (double[] Top, double[] Spread)? From(RowLikelihood row, double[] start, ReadOnlySpan<double> middle, ReadOnlySpan<double> precision)
    {
        var n = start.Length;
        var at = (double[])start.Clone();
        var next = new double[n];
        Span<double> information = stackalloc double[n * n];
        Span<double> damped = stackalloc double[n * n];
        Span<double> gradient = stackalloc double[n];
        Span<double> move = stackalloc double[n];
        var height = Height(row, at, middle, precision);
        var damping = 1e-3;
        for (var step = 0; step < MostSteps; step++)
        {
            Shape(row, at, middle, precision, information, gradient);
            var gained = 0.0;
            for (var attempt = 0; attempt < 8; attempt++)
            {
                information.CopyTo(damped);
                for (var i = 0; i < n; i++)
                {
                    damped[(i * n) + i] *= 1 + damping;
                }

                if (LowerTriangle.Of(damped, n) is { } factor)
                {
                    gradient.CopyTo(move);
                    factor.Forward(move);
                    factor.Backward(move);
                    for (var i = 0; i < n; i++)
                    {
                        next[i] = at[i] + Math.Clamp(move[i], -1, 1);
                    }

                    if (n == RowLikelihood.OfTwo)
                    {
                        next[5] = Math.Clamp(next[5], -LinePrior.GreatestRatio, LinePrior.GreatestRatio);
                    }

                    var risen = Height(row, next, middle, precision);
                    if (risen >= height)
                    {
                        gained = risen - height;
                        (at, next, height) = (next, at, risen);
                        damping = Math.Max(damping / 10, 1e-9);
                        break;
                    }
                }

                damping *= 10;
            }

            if (gained < 1e-6)
            {
                break;
            }
        }

        Shape(row, at, middle, precision, information, gradient);
        return LowerTriangle.Of(information, n) is { } top ? (at, top.Inverse()) : null;
    }

    private static double Height(RowLikelihood row, ReadOnlySpan<double> at, ReadOnlySpan<double> middle, ReadOnlySpan<double> precision)
    {
        var sum = row.Log(at);
        for (var i = 0; i < at.Length; i++)
        {
            sum -= 0.5 * precision[i] * (at[i] - middle[i]) * (at[i] - middle[i]);
        }

        return double.IsFinite(sum) ? sum : double.NegativeInfinity;
    }

    private static void Shape(
        RowLikelihood row, ReadOnlySpan<double> at, ReadOnlySpan<double> middle, ReadOnlySpan<double> precision, Span<double> information, Span<double> gradient)
    {
        row.Normal(at, information, gradient);
        for (var i = 0; i < at.Length; i++)
        {
            information[(i * at.Length) + i] += precision[i];
            gradient[i] -= precision[i] * (at[i] - middle[i]);
        }
    }
}
