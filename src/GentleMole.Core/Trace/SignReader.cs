using GentleMole.Core.Pinpoint;
using GentleMole.Core.Site;

namespace GentleMole.Core.Trace;

/// <summary>Reads the signs of a dot: each compares one thing measured with what a clean field would give.</summary>
internal sealed class SignReader(DotObservation dot, DotContext context, PinpointResult? across)
{
    /// <summary>Within this many metres of the hookup or the stake the fields of lead and soil are read too.</summary>
    public const double NearSourceMetres = 5;

    /// <summary>Standard deviation of a peak place found by hand: the crest is flat, the flatter the deeper.</summary>
    public static double PeakSigma(double depthMetres) => 0.015 + (0.01 * depthMetres);

    /// <summary>Standard deviation of a null place found by hand.</summary>
    public static double NullSigma(double depthMetres) => 0.01 + (0.005 * depthMetres);

    /// <summary>Further apart than this, peak and null found by hand over a line of this depth are not in one place.</summary>
    public static double ApartLimit(double depthMetres) =>
        Math.Max(0.05, 2.2 * Math.Sqrt(Square(PeakSigma(depthMetres)) + Square(NullSigma(depthMetres))));

    private readonly List<Sign> _signs = [];

    public double Depth { get; } = dot.Depth?.Metres ?? across?.Depth.Value ?? 1;

    public bool NearSource => Near(context.Connection) || Near(context.Stake);

    /// <summary>Null place less peak place: as swept by hand, which is finer than the steps of a row, else from the row across.</summary>
    public double? Apart => dot.NullOffsetMetres
        ?? (across is { PeakOffsetMetres: { } p, NullOffsetMetres: { } n } ? n - p : null);

    /// <summary>Peak and null places against the dot, from the same source as <see cref="Apart"/>.</summary>
    public (double Peak, double? Null) Places => dot.NullOffsetMetres is { } silent
        ? (0, silent)
        : (across?.PeakOffsetMetres ?? 0, across?.NullOffsetMetres);

    public IReadOnlyList<Sign> Read()
    {
        PeakToNull();
        Fit();
        Current();
        CurrentDirection();
        Lift();
        Depths();
        Direction();
        Sideways();
        return _signs;
    }

    private void PeakToNull()
    {
        if (Apart is { } apart)
        {
            Add(SignKind.PeakToNull, Math.Abs(apart), 0, ApartLimit(Depth), 3, excusedAtFeature: true);
        }
    }

    private void Fit()
    {
        if (across is null)
        {
            return;
        }

        var reduced = across.Line.ChiSquare / Math.Max(1, across.Line.DegreesOfFreedom);
        var limit = 1 + (2.6 * Math.Sqrt(2.0 / Math.Max(1, across.Line.DegreesOfFreedom)));
        Add(SignKind.OneLineFits, reduced, 0, limit, 3, excusedAtFeature: true);
        if (Unevenness() is { } uneven)
        {
            Add(SignKind.Shoulders, uneven * 100, 0, 12, 1, excusedAtFeature: true);
        }
    }

    private void Current()
    {
        if (dot.CurrentMilliamps is not { } current)
        {
            return;
        }

        if (context.Previous is { CurrentMilliamps: { } before } previous && before > 0)
        {
            var gap = previous.Place.DistanceTo(dot.Place);
            Add(SignKind.Current, current, before * (1 - Math.Clamp(0.1 + (0.005 * gap), 0.1, 0.4)), before * 1.1, 3, excusedAtFeature: true);
        }
        else if (context.SentMilliamps is { } sent && sent > 0)
        {
            Add(SignKind.Current, current, sent * 0.5, sent * 1.1, 3, excusedAtFeature: false);
        }
        else if (context.ByGround.Any(b => b.Kind == SignKind.Current))
        {
            Add(SignKind.Current, current, 0, 0, 3, excusedAtFeature: false);
        }
    }

    private void CurrentDirection()
    {
        if (dot.CurrentRunsAway is { } away)
        {
            Add(SignKind.CurrentDirection, away ? 1 : -1, 1, 1, 3, excusedAtFeature: false);
        }
    }

    private void Lift()
    {
        if (dot is { LiftMetres: { } lift, LiftedDepthMetres: { } lifted, Depth.Metres: var depth } && Math.Abs(lift) >= 0.05)
        {
            var sigma = Math.Sqrt(
                Square(DepthMethods.ShownNoise(depth, context.FloorPart(depth, dot.CurrentMilliamps)))
                + Square(DepthMethods.ShownNoise(lifted, context.FloorPart(lifted, dot.CurrentMilliamps)))) / Math.Abs(lift);
            var spread = Math.Clamp(1.96 * sigma, 0.1, 0.25);
            Add(SignKind.Lift, (lifted - depth) / lift, 1 - Math.Min(0.2, spread), 1 + spread, 1, excusedAtFeature: true);
        }
    }

    private void Depths()
    {
        if (dot.Depth is not { Metres: var depth })
        {
            return;
        }

        Add(SignKind.DepthPlausible, depth, 0.15, 4, 1, excusedAtFeature: false);
        if (context.Previous is { Depth.Metres: var last } previous)
        {
            var room = Math.Max(0.12, 0.12 * last) + (0.02 * previous.Place.DistanceTo(dot.Place));
            Add(SignKind.DepthAgainstLast, depth, Math.Max(0, last - room), last + room, 1, excusedAtFeature: true);
        }

        if (dot.TurnedDepthMetres is { } turned)
        {
            Add(SignKind.DepthTurnedRound, Math.Abs(turned - depth), 0, Math.Max(0.05, 0.06 * depth), 1, excusedAtFeature: true);
        }
    }

    private void Direction()
    {
        if (dot.DirectionDegrees is not { } azimuth)
        {
            return;
        }

        var path = context.AheadAt(dot with { DirectionDegrees = null });
        if (context.Previous is null && context.ExpectedDirection is null)
        {
            return;
        }

        var angle = Math.Acos(Math.Min(1, Math.Abs(path.Dot(Azimuth.Of(azimuth).Direction)))) * 180 / Math.PI;
        Add(SignKind.Direction, angle, 0, 15, 1, excusedAtFeature: true);
    }

    private void Sideways()
    {
        if (dot.SidewaysPercent is { } sideways)
        {
            Add(SignKind.Sideways, sideways, 0, 12, 2, excusedAtFeature: true);
        }
    }

    /// <summary>Difference of the two shoulders at equal distances from the peak, as a part of their mean.</summary>
    private double? Unevenness()
    {
        if (across?.PeakOffsetMetres is not { } peak)
        {
            return null;
        }

        var row = dot.Across.OrderBy(r => r.OffsetMetres).ToList();
        var reach = Math.Min(Math.Min(peak - row[0].OffsetMetres, row[^1].OffsetMetres - peak), Depth);
        if (reach < 0.2)
        {
            return null;
        }

        double At(double place)
        {
            var right = row.FindIndex(r => r.OffsetMetres >= place);
            var (a, b) = (row[Math.Max(0, right - 1)], row[Math.Max(0, right)]);
            var part = b.OffsetMetres == a.OffsetMetres ? 0 : (place - a.OffsetMetres) / (b.OffsetMetres - a.OffsetMetres);
            return a.Peak + (part * (b.Peak - a.Peak));
        }

        var (left, other) = (At(peak - reach), At(peak + reach));
        return left + other > 0 ? Math.Abs(left - other) * 2 / (left + other) : null;
    }

    private void Add(SignKind kind, double measured, double low, double high, int weight, bool excusedAtFeature)
    {
        var band = context.ByGround.FirstOrDefault(b => b.Kind == kind);
        if (band is not null)
        {
            // More current than the ground lets through, up to what was sent, is no sign of another line: ends are better than supposed.
            (low, high) = (band.Low, kind == SignKind.Current ? Math.Max(band.High, high) : band.High);
        }

        var agrees = measured >= low && measured <= high;
        var excused = excusedAtFeature && ((NearSource && band is null) || context.Feature != LineFeature.Plain);
        _signs.Add(new Sign(
            kind,
            measured,
            low,
            high,
            weight,
            agrees ? SignOutcome.Agrees : excused ? SignOutcome.ExcusedHere : SignOutcome.Disagrees) { IsByGround = band is not null });
    }

    private bool Near(SitePoint? source) => source is { } s && s.DistanceTo(dot.Place) < NearSourceMetres;

    private static double Square(double x) => x * x;
}
