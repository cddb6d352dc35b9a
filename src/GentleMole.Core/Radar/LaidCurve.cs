namespace GentleMole.Core.Radar;

/// <summary>A curve that somebody laid over a response, held against what was recorded there.</summary>
/// <param name="Curve">As it was laid.</param>
/// <param name="TimeNanoseconds">Of its top, from the first sample.</param>
/// <param name="Followed">Where the response was followed, within 45° of the top: place, time from the first sample, time less that of the curve.</param>
/// <param name="Likeness">How alike the pulse is from trace to trace, 0 to 1.</param>
/// <param name="Fit">The best curve through what was followed, of the same radius and angle; null where it makes none.</param>
/// <param name="IsNormal">The first lobe has the sign of the direct wave.</param>
/// <param name="Verdict">Whether the laid curve is that of the response.</param>
/// <param name="Reasons">Why: <c>curve-follows</c>, <c>curve-beside</c>, <c>curve-off</c> (measured and expected in nanoseconds), <c>curve-short</c> (metres followed, metres wanted), <c>curve-nothing</c>.</param>
public sealed record LaidCurve(
    Hyperbola Curve, double TimeNanoseconds, IReadOnlyList<(double AlongMetres, double TimeNanoseconds, double Residual)> Followed, double Likeness, HyperbolaFit? Fit, bool IsNormal,
    Verdict Verdict, IReadOnlyList<Reason> Reasons)
{
    private const int FewestFollowed = 5;
    private const double Around = 4;
    private const double GoodPeriods = 0.1;
    private const double FairPeriods = 0.25;
    private const double WantedPart = 0.6;
    private const double ThinPart = 0.5;
    private const double FatPart = 1.5;
    private const double FatMetres = 0.02;

    private const double TimeNinetyFive = 0.3;
    private const double UnfittedPart = 0.15;

    /// <summary>What other radii and angles make of the response; empty where nothing was fitted.</summary>
    public IReadOnlyList<(double RadiusMetres, double CrossingDegrees, HyperbolaFit Fit)> Effects { get; private init; } = [];

    /// <summary>What the pipe's radius being another than was said makes of velocity and cover, as parts; it is known to a half or so.</summary>
    private double VelocityByRadius { get; init; }

    private double CoverByRadius { get; init; }

    /// <summary>There and back to the top.</summary>
    private double WayNanoseconds => 2 * Math.Max(Curve.CoverMetres, 0.02) / Curve.Velocity;

    /// <summary>Cover of the laid curve, with all that it is out by: how the response scatters, time zero, the radius of the pipe, and how far the curve lies off the best one.</summary>
    public Estimate Cover => Estimate.Symmetric(Curve.CoverMetres, Fit is { } fit && Verdict != Verdict.Reject
        ? Math.Sqrt(Math.Pow(fit.Cover.HalfWidth, 2) + Math.Pow(TimeNinetyFive * Curve.Velocity / 2, 2) + Math.Pow(CoverByRadius * Curve.CoverMetres, 2)) + Math.Abs(fit.Cover.Value - Curve.CoverMetres)
        : UnfittedPart * Curve.CoverMetres);

    /// <summary>Velocity of the laid curve, likewise; null where no response tells it.</summary>
    public Estimate? Velocity => Fit is { } fit && Verdict != Verdict.Reject
        ? Estimate.Symmetric(Curve.Velocity, Math.Sqrt(Math.Pow(fit.Velocity.HalfWidth, 2) + Math.Pow(VelocityByRadius * Curve.Velocity, 2) + Math.Pow(TimeNinetyFive / WayNanoseconds * Curve.Velocity, 2)) + Math.Abs(fit.Velocity.Value - Curve.Velocity))
        : null;

    /// <summary>Root mean square of what the curve misses the response by, nanoseconds; 0 where nothing was followed.</summary>
    public double Misfit => Followed.Count == 0 ? 0 : Math.Sqrt(Followed.Average(f => f.Residual * f.Residual));

    /// <summary>Holds a curve against a profile.</summary>
    /// <param name="direct">Of the whole profile.</param>
    public static LaidCurve Of(RadarProfile profile, DirectWave direct, Hyperbola curve)
    {
        var separation = profile.SeparationMetres ?? 0;
        var reach = (curve.CoverMetres + curve.RadiusMetres) / Math.Max(curve.Sine, 0.1);
        var near = profile.Near(curve.AlongMetres, reach + Around);
        var time = direct.TimeZeroNanoseconds + curve.TimeAt(curve.AlongMetres, separation);
        if (near.Traces < FewestFollowed || time >= profile.WindowNanoseconds)
        {
            return new LaidCurve(curve, time, [], 0, null, false, Verdict.Reject, [new Reason("curve-nothing", double.NaN, double.NaN, -1)]);
        }

        var track = EchoTrack.Of(near, direct, RadarCleaning.Of(near, direct), curve);
        var picks = track.Picks.Where(p => Math.Abs(p.Along - curve.AlongMetres) <= reach).OrderBy(p => p.Along).ToList();
        var followed = picks.ConvertAll(p => (p.Along, direct.TimeZeroNanoseconds + p.Time, p.Time - curve.TimeAt(p.Along, separation)));
        var task = new HyperbolaTask([.. picks.Select(p => new HyperbolaPick(p.Along, p.Time))], curve.RadiusMetres, curve.CrossingDegrees, 0, separation);
        HyperbolaFit? Fitted(double radius) => picks.Count < FewestFollowed ? null : HyperbolaFit.Of(task with { RadiusMetres = radius }) is { IsGood: true } good ? good.Value : null;
        var (fit, thin, fat) = (Fitted(curve.RadiusMetres), Fitted(ThinPart * curve.RadiusMetres), Fitted((FatPart * curve.RadiusMetres) + FatMetres));
        var laid = new LaidCurve(curve, time, followed, track.Likeness, fit, track.IsNormal, Verdict.Sound, [])
        {
            Effects = fit is null ? [] : HyperbolaFit.Effects(task),
            VelocityByRadius = fit is null || thin is null || fat is null ? 0 : Math.Abs(fat.Velocity.Value - thin.Velocity.Value) / 2 / fit.Velocity.Value,
            CoverByRadius = fit is null || thin is null || fat is null ? 0 : Math.Abs(fat.Cover.Value - thin.Cover.Value) / 2 / fit.Cover.Value,
        };
        var reasons = Weigh(laid, 1e9 / direct.Hertz, reach);
        return laid with { Reasons = reasons, Verdict = reasons.Exists(r => r.Weight <= -1) ? Verdict.Reject : reasons.Exists(r => r.Weight < 0) ? Verdict.Caution : Verdict.Sound };
    }

    private static List<Reason> Weigh(LaidCurve laid, double period, double reach)
    {
        if (laid.Followed.Count < FewestFollowed)
        {
            return [new Reason("curve-nothing", double.NaN, double.NaN, -1)];
        }

        var reasons = new List<Reason>();
        var (misfit, good, fair) = (laid.Misfit, GoodPeriods * period, FairPeriods * period);
        var beside = laid.Followed.Average(f => f.Residual);
        reasons.Add(misfit <= good ? new Reason("curve-follows", misfit, good, 1)
            : Math.Abs(beside) > 0.8 * misfit ? new Reason("curve-beside", beside, good, misfit <= fair ? -0.5 : -1)
            : new Reason("curve-off", misfit, good, misfit <= fair ? -0.5 : -1));
        var width = laid.Followed[^1].AlongMetres - laid.Followed[0].AlongMetres;
        if (width < 2 * reach * WantedPart)
        {
            reasons.Add(new Reason("curve-short", width, 2 * reach * WantedPart, -0.5));
        }

        return reasons;
    }
}
