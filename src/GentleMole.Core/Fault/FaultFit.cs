using MathNet.Numerics.Distributions;

namespace GentleMole.Core.Fault;

/// <summary>
/// Faults that explain a profile: the exact form of each (<see cref="LeakShape"/>), added one at a time where they take away most, all fitted together by damped least squares (Marquardt),
/// as many as the Bayesian information criterion (Schwarz) carries. Place and scatter of the frame are not known exactly: the noise is scaled by what is left over.
/// </summary>
public static class FaultFit
{
    /// <summary>More on one walk is not to be told apart.</summary>
    public const int MostFaults = 6;

    private const double PlaceSigmaMetres = 0.02;
    private const double FloorPart = 0.004;
    private const double LeastDepth = 0.08;
    private const double MostDepth = 8;
    private const int PerFault = 3;
    private const int MostSteps = 40;
    private const int Rounds = 4;
    private const int MostPlaces = 500;
    private const double NeededGain = 16;

    /// <summary>One of several faults alone may explain less than none; so many more are tried.</summary>
    private const int Further = 3;

    /// <summary>Scatter below this part of what was supposed says nothing: readings are rounded too.</summary>
    private const double LeastScale = 0.3;
    private static readonly double[] SeedDepths = [0.25, 0.5, 0.9, 1.5, 2.5];

    /// <summary>The faults of a profile; none where nothing leaves.</summary>
    public static Result<FaultFinding> Of(FaultProfile profile)
    {
        if (FaultRules.Check(profile) is { Count: > 0 } wrong)
        {
            return wrong;
        }

        var x = profile.Readings.Select(r => r.AlongMetres).ToArray();
        var y = profile.Readings.Select(r => r.Level).ToArray();
        var most = y.Max(Math.Abs);
        if (most < FaultRules.LeastLevel)
        {
            return new FaultFinding([], 0, y);
        }

        var floor = profile.NoiseFloor is > 0 and var given ? given : FloorPart * most;
        var frame = profile.FrameWidthMetres;
        double[] best = [];
        var bestScore = Score(best, x, y, frame, profile.RelativeNoise, floor);
        var faults = best;
        for (var count = 1; count <= MostFaults && PerFault * count < y.Length; count++)
        {
            if (Seed(faults, x, y, frame, profile.RelativeNoise, floor) is not { } seed)
            {
                break;
            }

            faults = Fit([.. faults, .. seed], x, y, frame, profile.RelativeNoise, floor);
            var score = Score(faults, x, y, frame, profile.RelativeNoise, floor);
            if (score < bestScore - NeededGain && IsHeard(faults, x, frame))
            {
                (best, bestScore) = (faults, score);
            }
            else if (count > Further + (best.Length / PerFault))
            {
                break;
            }
        }

        return Told(best, profile, x, y, floor);
    }

    /// <summary>True when every fault was heard: on both sides of it a reading stood where it alone gives a good part of its level. What lies between readings can be anything.</summary>
    private static bool IsHeard(double[] faults, double[] x, double frame)
    {
        for (var k = 0; k < faults.Length; k += PerFault)
        {
            var depth = Math.Exp(faults[k + 1]);
            var needed = HeardPart * LeakShape.Most(depth, frame);
            var place = faults[k];
            if (!x.Any(at => LeakShape.Reading(at - place, depth, frame) > needed) || !x.Any(at => LeakShape.Reading(at - place, depth, frame) < -needed))
            {
                return false;
            }
        }

        return true;
    }

    /// <summary>Minus twice the logarithm of the likelihood, the scale of the noise left open, and what each fault costs.</summary>
    private static double Score(double[] faults, double[] x, double[] y, double frame, double noise, double floor)
    {
        var variances = Variances(faults, x, y, frame, noise, floor);
        var chi = x.Select((at, i) => Math.Pow(y[i] - Expected(faults, at, frame), 2) / variances[i]).Sum();
        return (y.Length * Math.Log(Math.Max(chi / y.Length, LeastScale * LeastScale))) + variances.Sum(Math.Log) + (faults.Length * Math.Log(y.Length)) + DepthOff(faults);
    }

    private static FaultFinding Told(double[] at, FaultProfile profile, double[] x, double[] y, double floor)
    {
        var frame = profile.FrameWidthMetres;
        var variances = Variances(at, x, y, frame, profile.RelativeNoise, floor);
        var (matrix, _, chi) = Normal(at, x, y, frame, variances);
        chi -= DepthOff(at);
        var free = Math.Max(1, y.Length - at.Length);
        var scale = Math.Max(LeastScale * LeastScale, chi / free);
        var reach = StudentT.InvCDF(0, 1, free, 0.975);
        var found = new List<SheathFault>();
        var spread = at.Length > 0 ? DampedSquares.Variances(matrix, at.Length) : null;
        for (var k = 0; k < at.Length; k += PerFault)
        {
            var depth = Math.Exp(at[k + 1]);
            var level = Math.Exp(at[k + 2]) * LeakShape.Most(depth, frame);
            double Half(int i) => spread is null ? double.PositiveInfinity : reach * Math.Sqrt(Math.Max(0, spread[i]) * scale);
            var byDepth = Math.Min(Half(k + 1), 3);
            found.Add(new SheathFault(
                Estimate.Symmetric(at[k], Math.Min(Half(k), MostDepth)), new Estimate(depth, depth * Math.Exp(-byDepth), depth * Math.Exp(byDepth)), level,
                profile.ReferenceLevel is { } reference ? FaultRules.GradeOf(level, reference) : null));
        }

        return new FaultFinding([.. found.OrderBy(f => f.Along.Value)], Math.Sqrt(chi / free), [.. x.Select(at0 => Expected(at, at0, frame))]);
    }

    /// <summary>Where one more fault would take away most.</summary>
    private static double[]? Seed(double[] faults, double[] x, double[] y, double frame, double noise, double floor)
    {
        var variances = Variances(faults, x, y, frame, noise, floor);
        var left = x.Select((at, i) => y[i] - Expected(faults, at, frame)).ToArray();
        var (low, high) = (x.Min(), x.Max());
        var step = Math.Max(0.1, (high - low) / MostPlaces);
        (double Gain, double[] At)? best = null;
        for (var place = low; place <= high; place += step)
        {
            foreach (var depth in SeedDepths)
            {
                double with = 0, own = 0;
                for (var i = 0; i < x.Length; i++)
                {
                    var shape = LeakShape.Reading(x[i] - place, depth, frame);
                    with += shape * left[i] / variances[i];
                    own += shape * shape / variances[i];
                }

                if (with > 0 && with * with / own is var gain && (best is null || gain > best.Value.Gain))
                {
                    best = (gain, [place, Math.Log(depth), Math.Log(with / own)]);
                }
            }
        }

        return best?.At;
    }

    private static double[] Fit(double[] start, double[] x, double[] y, double frame, double noise, double floor)
    {
        var at = start;
        for (var round = 0; round < Rounds; round++)
        {
            at = Settle(at, x, y, frame, Variances(at, x, y, frame, noise, floor));
        }

        return at;
    }

    private static double[] Settle(double[] start, double[] x, double[] y, double frame, double[] variances) => DampedSquares.Settle(
        start, at => Normal(at, x, y, frame, variances),
        (at, by) => [.. at.Select((value, k) => (k % PerFault) switch
        {
            0 => value + Math.Clamp(by[k], -1, 1),
            1 => Math.Clamp(value + Math.Clamp(by[k], -0.7, 0.7), Math.Log(LeastDepth), Math.Log(MostDepth)),
            _ => value + Math.Clamp(by[k], -2, 2),
        })],
        MostSteps);

    private static double Expected(double[] faults, double x, double frame)
    {
        double sum = 0;
        for (var k = 0; k < faults.Length; k += PerFault)
        {
            sum += Math.Exp(faults[k + 2]) * LeakShape.Reading(x - faults[k], Math.Exp(faults[k + 1]), frame);
        }

        return sum;
    }

    /// <summary>Of each reading: in proportion, the floor, and a frame that stood a little elsewhere.</summary>
    private static double[] Variances(double[] faults, double[] x, double[] y, double frame, double noise, double floor) => [.. x.Select((at, i) =>
    {
        var expected = faults.Length == 0 ? y[i] : Expected(faults, at, frame);
        var slope = faults.Length == 0 ? 0 : (Expected(faults, at + Step, frame) - expected) / Step;
        return (noise * noise * expected * expected) + (floor * floor) + (slope * slope * PlaceSigmaMetres * PlaceSigmaMetres);
    })];

    private static (double[] Matrix, double[] Right, double Chi) Normal(double[] at, double[] x, double[] y, double frame, double[] variances)
    {
        var (matrix, right, slope) = (new double[at.Length * at.Length], new double[at.Length], new double[at.Length]);
        double chi = 0;
        for (var i = 0; i < x.Length; i++)
        {
            double expected = 0;
            for (var k = 0; k < at.Length; k += PerFault)
            {
                var (u, depth, strength) = (x[i] - at[k], Math.Exp(at[k + 1]), Math.Exp(at[k + 2]));
                var here = LeakShape.Reading(u, depth, frame);
                expected += strength * here;
                slope[k] = -strength * (LeakShape.Reading(u + Step, depth, frame) - here) / Step;
                slope[k + 1] = strength * depth * (LeakShape.Reading(u, depth + Step, frame) - here) / Step;
                slope[k + 2] = strength * here;
            }

            var off = y[i] - expected;
            chi += off * off / variances[i];
            DampedSquares.Add(matrix, right, slope, off, variances[i]);
        }

        // Cables lie about so deep; where readings say little of it, that does.
        for (var k = 1; k < at.Length; k += PerFault)
        {
            matrix[(k * at.Length) + k] += 1 / (DepthSpread * DepthSpread);
            right[k] -= (at[k] - UsualDepth) / (DepthSpread * DepthSpread);
        }

        chi += DepthOff(at);
        return (matrix, right, double.IsFinite(chi) ? chi : double.PositiveInfinity);
    }

    private static double DepthOff(double[] faults)
    {
        double off = 0;
        for (var k = 1; k < faults.Length; k += PerFault)
        {
            off += Math.Pow((faults[k] - UsualDepth) / DepthSpread, 2);
        }

        return off;
    }

    /// <summary>Logarithm of a usual depth, 0.7 m, and how far depths spread round it.</summary>
    private static readonly double UsualDepth = Math.Log(0.7);
    private const double DepthSpread = 0.7;
    private const double HeardPart = 0.3;

    private const double Step = 1e-6;
}
