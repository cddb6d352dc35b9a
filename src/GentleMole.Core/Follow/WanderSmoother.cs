namespace GentleMole.Core.Follow;

/// <summary>
/// A value whose slope wanders along a way as Brownian motion does (an integrated Wiener process, the cubic smoothing spline of statistics), seen
/// at places with an error: Kalman filter forwards, Rauch–Tung–Striebel smoother back (Särkkä, Bayesian Filtering and Smoothing, 4.3 and 8.2).
/// How fast it wanders is not taken as known: it is averaged over by its likelihood.
/// </summary>
internal sealed class WanderSmoother
{
    private const double AnyValue = 1e4;
    private const double AnySlope = 10;

    /// <summary>Variance of the slope gained a metre: from next to straight to a bend of a few metres' radius.</summary>
    private static readonly double[] Rates = [.. Enumerable.Range(0, 12).Select(k => Math.Pow(10, -6 + (0.5 * k)))];

    private readonly IReadOnlyList<WanderStep> _steps;
    private readonly State[] _filtered;
    private readonly State[] _predicted;

    private readonly record struct State(double Value, double Slope, double Vv, double Vs, double Ss);

    private WanderSmoother(IReadOnlyList<WanderStep> steps) =>
        (_steps, _filtered, _predicted) = (steps, new State[steps.Count], new State[steps.Count]);

    /// <summary>The way at each node, with the doubt of its rate.</summary>
    /// <param name="usualRate">Logarithm to base 10 of the usual variance of the slope gained a metre.</param>
    /// <param name="rateSpread">By how much that differs from way to way, standard deviation in the same measure.</param>
    /// <returns>Nodes, and the logarithm of how likely it makes what was measured.</returns>
    public static (WanderPlace[] Places, double LogLikelihood) Of(IReadOnlyList<WanderStep> steps, double usualRate, double rateSpread)
    {
        var smoother = new WanderSmoother(steps);
        var ways = Rates.Select(rate =>
        {
            var log = smoother.Filter(rate);
            var off = (Math.Log10(rate) - usualRate) / rateSpread;
            return (Log: log - (0.5 * off * off), Places: smoother.Smooth(rate));
        }).ToList();
        var best = ways.Max(w => w.Log);
        var weights = ways.ConvertAll(w => Math.Exp(w.Log - best));
        var sum = weights.Sum();
        var places = new WanderPlace[steps.Count];
        for (var i = 0; i < places.Length; i++)
        {
            double value = 0, slope = 0, square = 0, slopeSquare = 0;
            for (var k = 0; k < ways.Count; k++)
            {
                var (w, p) = (weights[k] / sum, ways[k].Places[i]);
                value += w * p.Value;
                slope += w * p.Slope;
                square += w * (p.Variance + (p.Value * p.Value));
                slopeSquare += w * (p.SlopeVariance + (p.Slope * p.Slope));
            }

            places[i] = new WanderPlace(value, Math.Max(1e-12, square - (value * value)), slope, Math.Max(1e-12, slopeSquare - (slope * slope)));
        }

        return (places, best + Math.Log(sum / weights.Count));
    }

    /// <summary>The same for one rate.</summary>
    public static WanderPlace[] At(IReadOnlyList<WanderStep> steps, double rate)
    {
        var smoother = new WanderSmoother(steps);
        smoother.Filter(rate);
        return smoother.Smooth(rate);
    }

    /// <summary>Logarithm of how likely a way makes what was measured, whatever its rate.</summary>
    public static double Evidence(IReadOnlyList<WanderStep> steps, double usualRate, double rateSpread)
    {
        var smoother = new WanderSmoother(steps);
        double[] logs = [.. Rates.Select(rate => smoother.Filter(rate) - (0.5 * Math.Pow((Math.Log10(rate) - usualRate) / rateSpread, 2)))];
        var best = logs.Max();
        return best + Math.Log(logs.Sum(l => Math.Exp(l - best)) / logs.Length);
    }

    private double Filter(double rate)
    {
        var state = new State(0, 0, AnyValue, 0, AnySlope);
        double log = 0;
        for (var i = 0; i < _steps.Count; i++)
        {
            state = i == 0 ? state : Ahead(state, _steps[i], rate);
            _predicted[i] = state;
            foreach (var (value, sigma) in _steps[i].Measured)
            {
                var (s, off) = (state.Vv + (sigma * sigma), value - state.Value);
                log -= 0.5 * (Math.Log(2 * Math.PI * s) + (off * off / s));
                var (a, b) = (state.Vv / s, state.Vs / s);
                state = new State(state.Value + (a * off), state.Slope + (b * off), state.Vv * sigma * sigma / s, state.Vs * sigma * sigma / s, state.Ss - (b * state.Vs));
            }

            _filtered[i] = state;
        }

        return log;
    }

    private static State Ahead(State s, WanderStep step, double rate)
    {
        var h = step.Metres;
        var slope = s.Slope - step.Turn;
        return new State(
            s.Value + (h * slope), slope,
            s.Vv + (2 * h * s.Vs) + (h * h * s.Ss) + (rate * h * h * h / 3) + step.FreshValue,
            s.Vs + (h * s.Ss) + (rate * h * h / 2),
            s.Ss + (rate * h) + step.FreshSlope);
    }

    private WanderPlace[] Smooth(double rate)
    {
        var places = new WanderPlace[_steps.Count];
        var later = _filtered[^1];
        places[^1] = new WanderPlace(later.Value, later.Vv, later.Slope, later.Ss);
        for (var i = _steps.Count - 2; i >= 0; i--)
        {
            var (f, p, h) = (_filtered[i], _predicted[i + 1], _steps[i + 1].Metres);

            // Gain: P·Aᵀ·P₊⁻¹ with A = [1 h; 0 1].
            var (c11, c12, c21, c22) = (f.Vv + (h * f.Vs), f.Vs, f.Vs + (h * f.Ss), f.Ss);
            var det = (p.Vv * p.Ss) - (p.Vs * p.Vs);
            if (!(det > 0))
            {
                det = double.Epsilon;
            }

            var (g11, g12) = (((c11 * p.Ss) - (c12 * p.Vs)) / det, ((c12 * p.Vv) - (c11 * p.Vs)) / det);
            var (g21, g22) = (((c21 * p.Ss) - (c22 * p.Vs)) / det, ((c22 * p.Vv) - (c21 * p.Vs)) / det);
            var (dv, ds) = (later.Value - p.Value, later.Slope - p.Slope);
            var (evv, evs, ess) = (later.Vv - p.Vv, later.Vs - p.Vs, later.Ss - p.Ss);
            later = new State(
                f.Value + (g11 * dv) + (g12 * ds), f.Slope + (g21 * dv) + (g22 * ds),
                Math.Max(1e-14, f.Vv + (g11 * g11 * evv) + (2 * g11 * g12 * evs) + (g12 * g12 * ess)),
                f.Vs + (g11 * g21 * evv) + (((g11 * g22) + (g12 * g21)) * evs) + (g12 * g22 * ess),
                Math.Max(1e-14, f.Ss + (g21 * g21 * evv) + (2 * g21 * g22 * evs) + (g22 * g22 * ess)));
            places[i] = new WanderPlace(later.Value, later.Vv, later.Slope, later.Ss);
        }

        return places;
    }
}
