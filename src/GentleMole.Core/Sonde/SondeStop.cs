using GentleMole.Core.Lines;
using GentleMole.Core.Site;

namespace GentleMole.Core.Sonde;

/// <summary>A stop of the push, worked out: where the sonde lies on the site, how sure, and what to try when it is not.</summary>
/// <param name="Place">Over the sonde.</param>
/// <param name="PlaceSigmaMetres">Standard deviation, to each side.</param>
/// <param name="Found">Along the run (from the strongest place, in the direction of pushing), depth, tilt, verdict and reasons.</param>
/// <param name="Next">What to try.</param>
public sealed record SondeStop(SitePoint Place, double PlaceSigmaMetres, SondePlace Found, SondeTry Next)
{
    private const double SidewaysSigmaMetres = 0.05;
    private const double OffLineMetres = 0.1;
    private const double OffLinePart = 0.1;

    /// <summary>What a depth that was shown without anything to hold it against may be wrong by, a part of it: a tilt of 20° takes off or adds about so much.</summary>
    private const double ShownAlonePart = 0.06;
    private const double ShownAloneMetres = 0.03;

    /// <summary>Works out a stop from whatever was read of it: nulls first, then strength, then the depth shown alone.</summary>
    public static Result<SondeStop> Of(SondeEntry entry)
    {
        if (entry.HasNulls)
        {
            var nulls = SondeLocating.ByNulls(new SondeNulls(entry.AheadMetres!.Value, -entry.BehindMetres!.Value, 0, entry.Sensor, entry.ShownMetres, entry.TurnedMetres));
            return nulls.IsGood ? Make(entry, InLine(entry, nulls.Value)) : nulls.Errors.ToList();
        }

        if (entry.HasLift)
        {
            var strength = SondeLocating.ByStrength(new SondeStrength(0, entry.Level!.Value, entry.Sensor, entry.LiftedLevel!.Value, entry.LiftedSensor!.Value));
            return strength.IsGood ? Make(entry, strength.Value) : strength.Errors.ToList();
        }

        return entry.ShownMetres is { } shown ? ByShown(entry, shown)
            : new FieldError("depthMetres", "Give both nulls, or the level on the ground and lifted, or at least the depth that the receiver shows.");
    }

    /// <summary>A stop from a row of levels that a receiver sent, along a run whose zero and direction are known.</summary>
    public static Result<SondeStop> Of(SondeRow row, SitePoint zero, Azimuth ahead)
    {
        var fit = SondeRowFit.Of(row);
        return fit.IsGood ? new SondeStop(zero + (ahead.Direction * fit.Value.Along.Value), Sigma(fit.Value), fit.Value, TryOf(fit.Value)) : fit.Errors.ToList();
    }

    /// <summary>The three places of a level sonde lie in one line; one that lies beside it belongs to something else.</summary>
    private static SondePlace InLine(SondeEntry entry, SondePlace found)
    {
        if (entry.OffLineMetres is not { } off)
        {
            return found;
        }

        var most = OffLineMetres + (OffLinePart * found.Depth.Value);
        var isIn = off <= most;
        return found with
        {
            Reasons = [.. found.Reasons, new Reason(isIn ? "sonde-in-line" : "sonde-off-line", off, most, isIn ? 1 : -1)],
            Verdict = isIn ? found.Verdict : (Verdict)Math.Max((int)found.Verdict, (int)Verdict.Caution),
        };
    }

    private static Result<SondeStop> ByShown(SondeEntry entry, double shown)
    {
        var depth = (entry.TurnedMetres is { } turned ? (shown + turned) / 2 : shown) - entry.Sensor.Metres;
        if (depth <= 0)
        {
            return new FieldError("heightMetres", "The depth shown is not more than the height of the receiver: the sonde would be above ground.");
        }

        var half = 1.96 * Math.Sqrt((ShownAlonePart * ShownAlonePart * depth * depth) + (ShownAloneMetres * ShownAloneMetres));
        var reasons = new List<Reason> { new("sonde-no-nulls", depth, double.NaN, -0.5) };
        if (entry.TurnedMetres is { } other)
        {
            var (apart, most) = (Math.Abs(other - shown), 0.05 + (0.05 * depth));
            reasons.Add(new Reason(apart <= most ? "sonde-turned-alike" : "sonde-turned-differs", apart, most, apart <= most ? 1 : -1));
        }

        // The strongest place is over the sonde only when it lies level.
        return Make(entry, new SondePlace(SondeWay.Strength, Estimate.Symmetric(0, 1.96 * 0.12 * depth), Estimate.Symmetric(depth, half), null, Verdict.Caution, reasons));
    }

    private static SondeStop Make(SondeEntry entry, SondePlace found)
    {
        // Without a direction nobody knows which way the place is to be moved: it stays where it was heard most, and that is doubt.
        var sigma = Sigma(found);
        return entry.Ahead is { } ahead
            ? new SondeStop(entry.Strongest + (ahead.Direction * found.Along.Value), sigma, found, TryOf(found))
            : new SondeStop(entry.Strongest, Math.Sqrt((sigma * sigma) + (found.Along.Value * found.Along.Value)), found, TryOf(found));
    }

    private static double Sigma(SondePlace found) => Math.Sqrt((found.Along.HalfWidth * found.Along.HalfWidth / (1.96 * 1.96)) + (SidewaysSigmaMetres * SidewaysSigmaMetres));

    private static SondeTry TryOf(SondePlace found) =>
        found.Reasons.Any(r => r.Code is "sonde-depths-differ" or "sonde-depths-contradict") ? SondeTry.SameHeight
        : found.Reasons.Any(r => r.Code is "sonde-turned-differs" or "sonde-off-line") ? SondeTry.GainDown
        : found.Reasons.Any(r => r.Code is "sonde-on-end" or "sonde-tilted") ? SondeTry.PullBack
        : found.Way == SondeWay.Strength ? found.Reasons.Any(r => r.Code == "sonde-no-nulls") ? SondeTry.FindNulls : SondeTry.WaitUntilStill
        : found.Reasons.Any(r => r.Code is "sonde-row-poor" or "sonde-row-loose") ? SondeTry.WalkFurther
        : SondeTry.PushOn;
}
