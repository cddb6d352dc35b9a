namespace GentleMole.Core.Radar;

/// <summary>
/// One response followed from trace to trace: what its pulse looks like when all are laid over each other, which of its lobes is
/// the top of the body, and when that comes on each trace.
/// </summary>
internal sealed class EchoTrack
{
    /// <summary>Lobe before the strongest, of the direct wave's sign, from which on it is an echo of its own: top and bottom of a small empty pipe overlap.</summary>
    public const double OwnLobe = 0.65;

    private const double WindowPeriods = 1.6;
    private const double LookPeriods = 0.35;
    private const double LeastLikeness = 0.6;
    private const int MostLost = 4;
    private const double StackPart = 0.7;

    private readonly RadarProfile _profile;
    private readonly DirectWave _direct;
    private readonly float[] _clean;
    private readonly double _period;

    private EchoTrack(RadarProfile profile, DirectWave direct, float[] clean)
    {
        (_profile, _direct, _clean) = (profile, direct, clean);
        _period = 1e9 / direct.Hertz;
    }

    /// <summary>Pulse over lags, the tracked lobe at lag zero; in the instrument's unit.</summary>
    public double[] Pulse { get; private set; } = [];

    /// <summary>From sample to sample of the pulse, nanoseconds.</summary>
    public double LagStep { get; private set; }

    /// <summary>True when the first lobe has the sign of the direct wave.</summary>
    public bool IsNormal { get; private set; }

    /// <summary>Height of the strongest lobe.</summary>
    public double Strength { get; private set; }

    /// <summary>Places and times (after time zero) of the top's lobe.</summary>
    public List<(double Along, double Time)> Picks { get; } = [];

    /// <summary>How alike a trace's pulse is to the common one, on average over what was tracked.</summary>
    public double Likeness { get; private set; }

    /// <summary>Follows the response that a curve goes through.</summary>
    public static EchoTrack Of(RadarProfile profile, DirectWave direct, float[] clean, Hyperbola start)
    {
        var track = new EchoTrack(profile, direct, clean);
        track.Lay(start);
        track.Follow(start);
        return track;
    }

    private double TimeOf(Hyperbola curve, double along) => _direct.TimeZeroNanoseconds + curve.TimeAt(along, _profile.SeparationMetres ?? 0);

    private double At(int trace, double time)
    {
        var at = time / _profile.IntervalNanoseconds;
        var low = (int)Math.Floor(at);
        if (low < 0 || low >= _profile.SamplesEach - 1)
        {
            return 0;
        }

        var start = (trace * _profile.SamplesEach) + low;
        return _clean[start] + ((at - low) * (_clean[start + 1] - _clean[start]));
    }

    /// <summary>Lays the traces near the top over each other along the curve, and finds the lobe of the top.</summary>
    private void Lay(Hyperbola curve)
    {
        LagStep = _period / 40;
        var half = (int)(1.5 * WindowPeriods * _period / LagStep);
        var stack = new double[(2 * half) + 1];
        var reach = StackPart * (curve.CoverMetres + curve.RadiusMetres);
        var count = 0;
        for (var i = 0; i < _profile.Traces; i++)
        {
            if (Math.Abs(_profile.AlongMetres[i] - curve.AlongMetres) > reach)
            {
                continue;
            }

            var time = TimeOf(curve, _profile.AlongMetres[i]);
            count++;
            for (var k = 0; k < stack.Length; k++)
            {
                stack[k] += At(i, time + ((k - half) * LagStep));
            }
        }

        for (var k = 0; k < stack.Length; k++)
        {
            stack[k] /= Math.Max(1, count);
        }

        // The strongest lobe near the curve, and the one before it.
        var near = (int)(0.5 * _period / LagStep);
        var best = half;
        for (var k = half - near; k <= half + near; k++)
        {
            best = Math.Abs(stack[k]) > Math.Abs(stack[best]) ? k : best;
        }

        Strength = Math.Abs(stack[best]);
        var sign = Math.Sign(stack[best]) * _direct.Sign;
        var first = best;
        for (var k = best; k >= Math.Max(1, best - (int)(0.75 * _period / LagStep)); k--)
        {
            first = stack[k] * -Math.Sign(stack[best]) > stack[first] * -Math.Sign(stack[best]) ? k : first;
        }

        IsNormal = sign > 0;
        if (sign < 0 && first != best && Math.Abs(stack[first]) > OwnLobe * Strength)
        {
            (IsNormal, best) = (true, first);
        }

        var window = (int)(WindowPeriods / 2 * _period / LagStep);
        var lag = best + DirectWave.Vertex(stack, best);
        Offset = (lag - half) * LagStep;
        Pulse = [.. Enumerable.Range(-window, (2 * window) + 1).Select(k => best + k >= 0 && best + k < stack.Length ? stack[best + k] : 0)];
    }

    /// <summary>From the curve to the tracked lobe, nanoseconds.</summary>
    private double Offset { get; set; }

    /// <summary>From the top outwards, as long as the pulse is there.</summary>
    private void Follow(Hyperbola curve)
    {
        var top = 0;
        for (var i = 1; i < _profile.Traces; i++)
        {
            top = Math.Abs(_profile.AlongMetres[i] - curve.AlongMetres) < Math.Abs(_profile.AlongMetres[top] - curve.AlongMetres) ? i : top;
        }

        var likeness = new List<double>();
        foreach (var step in (ReadOnlySpan<int>)[1, -1])
        {
            double drift = 0;
            var lost = 0;
            for (var i = step > 0 ? top : top - 1; i >= 0 && i < _profile.Traces && lost < MostLost; i += step)
            {
                var time = TimeOf(curve, _profile.AlongMetres[i]) + Offset;
                if (time + (_period / 2) > _profile.WindowNanoseconds)
                {
                    break;
                }

                var (lag, like, size) = Match(i, time + drift);
                if (like < LeastLikeness || size < LeastSize * Strength * Falling(curve, i))
                {
                    lost++;
                    continue;
                }

                lost = 0;
                likeness.Add(like);
                Picks.Add((_profile.AlongMetres[i], time + drift + lag - _direct.TimeZeroNanoseconds));

                // The curve may be a little off: the next trace is looked at where this one was, half of the way.
                drift += lag / 2;
            }
        }

        Likeness = likeness.Count == 0 ? 0 : likeness.Average();
    }

    /// <summary>By how much an echo is weaker at a place than at the top: its way is longer, and the antennas look down.</summary>
    private double Falling(Hyperbola curve, int i)
    {
        var ratio = curve.TimeAt(curve.AlongMetres, 0) / Math.Max(curve.TimeAt(_profile.AlongMetres[i], 0), 1e-9);
        return ratio * ratio;
    }

    /// <summary>By how much the pulse comes later than expected on a trace, how alike it is, and how large.</summary>
    private (double Lag, double Likeness, double Size) Match(int trace, double time)
    {
        var look = (int)(LookPeriods * _period / LagStep);
        var half = Pulse.Length / 2;
        Span<double> values = stackalloc double[Pulse.Length + (2 * look)];
        for (var k = 0; k < values.Length; k++)
        {
            values[k] = At(trace, time + ((k - half - look) * LagStep));
        }

        var own = Math.Sqrt(Pulse.Sum(p => p * p));
        var alike = new double[(2 * look) + 1];
        var best = look;
        for (var shift = 0; shift < alike.Length; shift++)
        {
            double with = 0, square = 0;
            for (var k = 0; k < Pulse.Length; k++)
            {
                with += Pulse[k] * values[k + shift];
                square += values[k + shift] * values[k + shift];
            }

            alike[shift] = square > 0 && own > 0 ? with / Math.Sqrt(square) / own : 0;
            best = alike[shift] > alike[best] ? shift : best;
        }

        var lag = (best - look + DirectWave.Vertex(alike, best)) * LagStep;
        double size = 0;
        for (var k = 0; k < Pulse.Length; k++)
        {
            size = Math.Max(size, Math.Abs(values[k + best]));
        }

        return (best is 0 || best == alike.Length - 1 ? 0 : lag, best is 0 || best == alike.Length - 1 ? 0 : alike[best], size);
    }

    private const double LeastSize = 0.3;
}
