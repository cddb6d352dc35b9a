namespace GentleMole.Core.Pinpoint;

/// <summary>
/// Maximum-likelihood fit of one long straight line to peak and null responses (Gauss–Newton with Levenberg damping from
/// several starts), with 95 % intervals from the profile of the likelihood, the other two parameters optimised and
/// integrated by Laplace's method at each place. Sizes are folded: a receiver shows |response|, so close to the null a
/// reading does not say on which side it is, and the likelihood knows that.
/// </summary>
public static class SingleLineFit
{
    private const double ShallowestMetres = 0.02;
    private const double DeepestMetres = 60;
    private const double FarMisfitDeviates = 3.3;

    /// <summary>Amplitude over the greatest reading, and its interval, logarithm: beyond this no line lies, whatever a row of nonsense says.</summary>
    private const double FarthestLogAmplitude = 30;

    /// <summary>Fits a row that passed <see cref="CrossReadingRules.Check"/>.</summary>
    public static FittedLine Fit(IReadOnlyList<CrossReading> readings, ReadingNoise noise)
    {
        var likelihood = new LineLikelihood(readings, noise);
        var best = default(LineParameters);
        var lowest = double.PositiveInfinity;
        foreach (var start in Starts(readings))
        {
            likelihood.WeighByReadings();
            var rough = Descend(likelihood, start, 8, false);
            var (found, cost) = Refine(likelihood, rough);
            if (cost < lowest)
            {
                (best, lowest) = (found, cost);
            }
        }

        likelihood.WeighByModel(best);
        var chiSquare = likelihood.ChiSquare(best);
        var freedom = likelihood.Count - 3;
        var position = Profile(likelihood, best, 0);
        var logDepth = Profile(likelihood, best, 1);
        var logAmplitude = Profile(likelihood, best, 2);
        if (WeakSignalPosterior.IsNeeded(position, logDepth))
        {
            (position, logDepth, logAmplitude) = WeakSignalPosterior.Integrate(
                likelihood, best, readings.Min(r => r.OffsetMetres), readings.Max(r => r.OffsetMetres));
        }

        var line = new FittedLine(
            position, Exp(logDepth), Exp(logAmplitude), chiSquare, freedom);

        // Readings that fit worse than their noise allows come from a field that is not one line's: say less.
        var stretch = line.MisfitDeviates > FarMisfitDeviates ? Math.Sqrt(chiSquare / freedom) : 1;
        return stretch == 1
            ? line
            : line with
            {
                Position = position.Stretched(stretch),
                Depth = Exp(logDepth.Stretched(stretch).Within(Math.Log(ShallowestMetres), Math.Log(DeepestMetres))),
                Amplitude = Exp(logAmplitude.Stretched(stretch).Within(likelihood.LogLargest - (2 * FarthestLogAmplitude), likelihood.LogLargest + (2 * FarthestLogAmplitude))),
            };
    }

    private static IEnumerable<LineParameters> Starts(IReadOnlyList<CrossReading> readings)
    {
        var strongest = readings[0];
        foreach (var reading in readings)
        {
            strongest = reading.Peak > strongest.Peak ? reading : strongest;
        }

        double weight = 0, middle = 0;
        foreach (var reading in readings)
        {
            if (reading.Peak > strongest.Peak / 2)
            {
                weight += reading.Peak;
                middle += reading.Peak * reading.OffsetMetres;
            }
        }

        var places = new[] { strongest.OffsetMetres, middle / weight };
        foreach (var depth in new[] { 0.3, 0.9, 2.5 })
        {
            foreach (var place in places)
            {
                var amplitude = strongest.Peak * (depth + strongest.HeightMetres);
                yield return new LineParameters(place, Math.Log(depth), Math.Log(amplitude));
            }
        }
    }

    private static (LineParameters Found, double Cost) Refine(LineLikelihood likelihood, LineParameters start)
    {
        var at = start;
        for (var round = 0; round < 4; round++)
        {
            likelihood.WeighByModel(at);
            at = Descend(likelihood, at, 6, true);
        }

        likelihood.WeighByModel(at);
        return (at, likelihood.Cost(at) + likelihood.LogWeights());
    }

    private static LineParameters Descend(LineLikelihood likelihood, LineParameters start, int steps, bool tight)
    {
        var at = start;
        var cost = likelihood.Cost(at);
        var damping = tight ? 1e-6 : 1e-2;
        for (var step = 0; step < steps; step++)
        {
            var (normal, gradient) = likelihood.NormalEquations(at);
            var moved = false;
            for (var attempt = 0; attempt < 8 && !moved; attempt++)
            {
                var next = Bound(likelihood, at.Add(normal.Damped(damping).Solve(gradient)));
                var nextCost = likelihood.Cost(next);
                if (nextCost <= cost)
                {
                    moved = cost - nextCost > 1e-10 * (1 + cost);
                    (at, cost) = (next, nextCost);
                    damping = Math.Max(damping / 10, 1e-9);
                    break;
                }

                damping *= 10;
            }

            if (!moved)
            {
                break;
            }
        }

        return at;
    }

    private static LineParameters Bound(LineLikelihood likelihood, LineParameters p) => p with
    {
        LogDepth = Math.Clamp(p.LogDepth, Math.Log(ShallowestMetres), Math.Log(DeepestMetres)),
        LogAmplitude = Math.Clamp(p.LogAmplitude, likelihood.LogLargest - FarthestLogAmplitude, likelihood.LogLargest + FarthestLogAmplitude),
    };

    /// <summary>95 % interval of one parameter from its marginal posterior (flat prior), tabulated outwards from the best fit.</summary>
    private static Estimate Profile(LineLikelihood likelihood, LineParameters best, int which)
    {
        var (normal, _) = likelihood.NormalEquations(best);
        var deviation = Math.Sqrt(Math.Max(normal.InverseDiagonal(which), 1e-14));
        var step = deviation / 4;
        var floor = likelihood.Cost(best);
        var bound = which == 1
            ? (Low: Math.Log(ShallowestMetres), High: Math.Log(DeepestMetres))
            : which == 0 ? (Low: best.Offset - 200, High: best.Offset + 200) : (Low: best.LogAmplitude - 15, High: best.LogAmplitude + 15);

        List<(double Place, double LogDensity)> Side(int sign)
        {
            var side = new List<(double, double)>();
            var at = best;
            var stride = step;
            var place = best[which];
            for (var i = 1; i <= 120; i++)
            {
                // A likelihood much wider than its curvature says is walked with growing steps.
                stride = i > 40 ? stride * 1.05 : stride;
                place += sign * stride;
                if (place < bound.Low || place > bound.High)
                {
                    break;
                }

                at = likelihood.DescendWithout(which, at.With(which, place));
                var rise = likelihood.Cost(at) - floor;
                side.Add((place, (-rise / 2) - Math.Log(likelihood.RootOfMinor(which, at))));
                if (!(rise <= 22))
                {
                    break;
                }
            }

            return side;
        }

        var table = Side(-1);
        table.Reverse();
        table.Add((best[which], -Math.Log(likelihood.RootOfMinor(which, best))));
        table.AddRange(Side(1));

        // Against the highest: rows that fit no line at all can have a better place than the one the descent ended in.
        var highest = table.Max(t => double.IsFinite(t.LogDensity) ? t.LogDensity : double.NegativeInfinity);
        double Density(int i) => double.IsFinite(table[i].LogDensity) ? Math.Exp(table[i].LogDensity - highest) : 0;
        var cumulative = new double[table.Count];
        for (var i = 1; i < table.Count; i++)
        {
            cumulative[i] = cumulative[i - 1] + ((Density(i) + Density(i - 1)) / 2 * (table[i].Place - table[i - 1].Place));
        }

        double Quantile(double part)
        {
            var target = part * cumulative[^1];
            for (var i = 1; i < cumulative.Length; i++)
            {
                if (cumulative[i] >= target)
                {
                    var within = cumulative[i] == cumulative[i - 1] ? 0 : (target - cumulative[i - 1]) / (cumulative[i] - cumulative[i - 1]);
                    return table[i - 1].Place + (within * (table[i].Place - table[i - 1].Place));
                }
            }

            return table[^1].Place;
        }

        return new Estimate(best[which], Math.Min(Quantile(0.025), best[which]), Math.Max(Quantile(0.975), best[which]));
    }

    /// <summary>Back from logarithms; an interval stretched beyond all sense stays a number.</summary>
    private static Estimate Exp(Estimate log)
    {
        static double Bounded(double x) => Math.Exp(Math.Clamp(x, -300, 300));
        return new Estimate(Bounded(log.Value), Bounded(log.Low95), Bounded(log.High95));
    }
}
