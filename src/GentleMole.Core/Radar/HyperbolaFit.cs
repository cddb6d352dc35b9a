using MathNet.Numerics.Distributions;

namespace GentleMole.Core.Radar;

/// <summary>A curve laid over a response: velocity in the ground above the pipe, where it lies and how much covers it, each with its 95 % interval.</summary>
/// <param name="Residuals">Time picked less time of the curve, nanoseconds, one for each pick.</param>
public sealed record HyperbolaFit(Hyperbola Curve, Estimate Velocity, Estimate Along, Estimate Cover, IReadOnlyList<double> Residuals)
{
    /// <summary>Relative permittivity of the ground by the velocity.</summary>
    public double Permittivity => RadarWave.PermittivityOf(Velocity.Value);

    /// <summary>Root mean square of what is left over, nanoseconds.</summary>
    public double Misfit => Math.Sqrt(Residuals.Average(r => r * r));

    /// <summary>
    /// Least squares of the curve of a round pipe (<see cref="Hyperbola"/>) to the picks, started from the straight line that
    /// t² makes over x²; intervals from what is left over (Student).
    /// </summary>
    public static Result<HyperbolaFit> Of(HyperbolaTask task)
    {
        if (task.Wrong() is { Count: > 0 } wrong)
        {
            return wrong;
        }

        var picks = task.Picks.Select(p => (p.AlongMetres, Time: p.TimeNanoseconds - task.TimeZeroNanoseconds)).ToArray();
        var sine = Math.Sin(task.CrossingDegrees * Math.PI / 180);
        if (Start(picks, task.RadiusMetres, sine) is not { } start)
        {
            return new FieldError("picks", "They make no curve that bends down to both sides of a top: pick one response, on both its sides.");
        }

        Hyperbola At(double[] at) => new(at[0], Math.Exp(at[1]), task.RadiusMetres, Math.Exp(at[2]), sine);
        (double[], double[], double) Normal(double[] at)
        {
            var (matrix, right, slope) = (new double[Parameters * Parameters], new double[Parameters], new double[Parameters]);
            var curve = At(at);
            double chi = 0;
            foreach (var (along, time) in picks)
            {
                Slopes(curve, along, task.SeparationMetres, slope);
                var off = time - curve.TimeAt(along, task.SeparationMetres);
                chi += off * off;
                DampedSquares.Add(matrix, right, slope, off, 1);
            }

            return (matrix, right, double.IsFinite(chi) ? chi : double.PositiveInfinity);
        }

        var found = DampedSquares.Settle(start, Normal, Move, MostSteps);
        var fitted = At(found);
        var (normal, _, left) = Normal(found);
        if (!RadarRules.Velocity.Hold(fitted.Velocity) || DampedSquares.Variances(normal, Parameters) is not { } spread)
        {
            return new FieldError("picks", FormattableString.Invariant($"The curve through them would mean {fitted.Velocity:G3} m/ns; no ground is so. Pick one response, on both its sides, and look at time zero."));
        }

        var free = Math.Max(1, picks.Length - Parameters);
        var scale = Math.Sqrt(left / free) * StudentT.InvCDF(0, 1, free, 0.975);
        var residuals = picks.Select(p => p.Time - fitted.TimeAt(p.AlongMetres, task.SeparationMetres)).ToArray();
        return new HyperbolaFit(
            fitted, Relative(fitted.Velocity, scale * Math.Sqrt(spread[2])), Estimate.Symmetric(fitted.AlongMetres, scale * Math.Sqrt(spread[0])), Relative(fitted.CoverMetres, scale * Math.Sqrt(spread[1])), residuals);
    }

    /// <summary>Radii of pipes that a response is fitted with beside the one that was said, metres; and the other angle, degrees.</summary>
    private static readonly double[] OtherRadii = [0, 0.05, 0.15];
    private const double OtherDegrees = 60;

    /// <summary>What the radius of the pipe and the angle of crossing make of velocity and cover: the same picks, fitted with others too.</summary>
    public static IReadOnlyList<(double RadiusMetres, double CrossingDegrees, HyperbolaFit Fit)> Effects(HyperbolaTask task)
    {
        (double Radius, double Crossing)[] tried = [.. OtherRadii.Select(r => (r, task.CrossingDegrees)), (task.RadiusMetres, 90), (task.RadiusMetres, OtherDegrees)];
        var fits = tried.Distinct().Select(t => (t.Radius, t.Crossing, Fit: Of(task with { RadiusMetres = t.Radius, CrossingDegrees = t.Crossing })));
        return [.. fits.Where(f => f.Fit.IsGood).Select(f => (f.Radius, f.Crossing, f.Fit.Value))];
    }

    /// <summary>How the time at a place changes with the place of the top, the logarithms of cover and velocity, and of the radius where there is room for it.</summary>
    internal static void Slopes(Hyperbola curve, double along, double separation, double[] slope)
    {
        var (x, h) = ((along - curve.AlongMetres) * curve.Sine, curve.CoverMetres + curve.RadiusMetres);
        var (one, two) = (x - (separation / 2), x + (separation / 2));
        var (first, second) = (Math.Max(Math.Sqrt((one * one) + (h * h)), 1e-9), Math.Max(Math.Sqrt((two * two) + (h * h)), 1e-9));
        var steep = h * ((1 / first) + (1 / second));
        slope[0] = -curve.Sine * ((one / first) + (two / second)) / curve.Velocity;
        slope[1] = curve.CoverMetres * steep / curve.Velocity;
        slope[2] = -(first + second - (2 * curve.RadiusMetres)) / curve.Velocity;
        if (slope.Length > 3)
        {
            slope[3] = curve.RadiusMetres * (steep - 2) / curve.Velocity;
        }
    }

    private static double[] Move(double[] at, double[] by) =>
        [at[0] + Math.Clamp(by[0], -0.5, 0.5), Math.Clamp(at[1] + Math.Clamp(by[1], -0.7, 0.7), LeastLogCover, MostLogCover), Math.Clamp(at[2] + Math.Clamp(by[2], -0.4, 0.4), LeastLogVelocity, MostLogVelocity)];

    /// <summary>t² = a x² + b x + c, solved for the curve of a point.</summary>
    private static double[]? Start((double Along, double Time)[] picks, double radius, double sine)
    {
        var middle = picks.Average(p => p.Along);
        var (matrix, right) = (new double[9], new double[3]);
        foreach (var (along, time) in picks)
        {
            var x = (along - middle) * sine;
            DampedSquares.Add(matrix, right, [x * x, x, 1], time * time, 1);
        }

        if (LowerTriangle.Of(matrix, 3) is not { } factor)
        {
            return null;
        }

        factor.Forward(right);
        factor.Backward(right);
        var (a, b, c) = (right[0], right[1], right[2]);
        var top = c - (b * b / (4 * a));
        if (!(a > 0) || !double.IsFinite(top))
        {
            return null;
        }

        var velocity = Math.Clamp(2 / Math.Sqrt(a), RadarRules.Velocity.Least * 1.01, RadarRules.Velocity.Most * 0.99);
        var apex = Math.Sqrt(Math.Max(top, Math.Pow(picks.Min(p => p.Time) / 4, 2)));
        return [middle - (b / (2 * a) / sine), Math.Log(Math.Clamp((velocity * apex / 2) - (radius / 10), LeastCover, 1e4)), Math.Log(velocity)];
    }

    private static Estimate Relative(double value, double half) => new(value, value * Math.Exp(-Math.Min(half, 3)), value * Math.Exp(Math.Min(half, 3)));

    private const int Parameters = 3;
    private const int MostSteps = 200;
    private const double LeastCover = 1e-3;
    private static readonly double LeastLogCover = Math.Log(1e-4);
    private static readonly double MostLogCover = Math.Log(1e5);
    private static readonly double LeastLogVelocity = Math.Log(1e-3);
    private static readonly double MostLogVelocity = Math.Log(3);
}
