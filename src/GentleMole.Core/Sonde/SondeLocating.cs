using GentleMole.Core.Lines;

namespace GentleMole.Core.Sonde;

/// <summary>Where a sonde lies: from its nulls and its strongest place, or from strength alone. Doubts are carried through the whole reckoning by draws, since it is not straight.</summary>
public static class SondeLocating
{
    /// <summary>Tilt from which a fix is no longer plain, and from which its nulls are no use, degrees.</summary>
    public const double TiltedDegrees = 20;

    /// <summary>Tilt from which a sonde is as good as on end, degrees.</summary>
    public const double OnEndDegrees = 50;

    /// <summary>Between the coils of a usual receiver, metres.</summary>
    private const double CoilSeparationMetres = 0.4;

    /// <summary>Depths by two ways are taken to differ from here, in standard deviations; and to be of no use together.</summary>
    private const double Differs = 2.2;
    private const double Contradicts = 4;
    private const double CoilPart = 0.01;
    private const double StrengthPart = 0.02;
    private const double Degrees = 180 / Math.PI;

    /// <summary>From two nulls and the strongest place between them; depths that the receiver showed there are held against it, and taken in.</summary>
    public static Result<SondePlace> ByNulls(SondeNulls nulls)
    {
        if (SondeRules.Check(nulls) is { Count: > 0 } wrong)
        {
            return wrong;
        }

        if (Solve(nulls.FrontMetres, nulls.RearMetres, nulls.StrongestMetres) is not { } found)
        {
            return new FieldError("strongestMetres", "It lies too near to one of the nulls for any sonde: look for the nulls again, or go by strength.");
        }

        var sensor = nulls.Sensor.Metres;
        if (found.Distance <= sensor)
        {
            return new FieldError("heightMetres", FormattableString.Invariant($"The nulls put the sonde {found.Distance:0.00} m under the receiver, which is held at {sensor:0.00} m: it would be above ground."));
        }

        // Drawn as seen from the sonde, so that turned round it is as sure as before.
        var nose = nulls.FrontMetres > nulls.RearMetres ? 1 : -1;
        var (along, depth, tilt) = (new List<double>(), new List<double>(), new List<double>());
        for (var i = 0; i < SondeErrors.Draws; i++)
        {
            var draw = SondeErrors.Draw(i);
            var silent = nose * SondeErrors.Null(found.Distance);
            if (Solve(nulls.FrontMetres + (silent * draw[0]), nulls.RearMetres + (silent * draw[1]), nulls.StrongestMetres + (nose * SondeErrors.Strongest(found.Distance) * draw[2])) is { } other)
            {
                along.Add(other.Along);
                depth.Add(other.Distance - sensor - (SondeErrors.Height * draw[3]));
                tilt.Add(Math.Atan(other.Tangent) * Degrees);
            }
        }

        var degrees = Math.Atan(found.Tangent) * Degrees;
        var reasons = new List<Reason> { Lean(nulls, found) };
        var byNulls = SondeErrors.Interval(found.Distance - sensor, depth);
        var both = WithShown(nulls, found, byNulls, reasons);
        if (Math.Abs(degrees) > TiltedDegrees)
        {
            reasons.Add(new Reason(Math.Abs(degrees) > OnEndDegrees ? "sonde-on-end" : "sonde-tilted", Math.Abs(degrees), TiltedDegrees, -1));
        }

        return new SondePlace(
            SondeWay.Nulls, SondeErrors.Interval(found.Along, along), both.Within(0, double.PositiveInfinity), SondeErrors.Interval(degrees, tilt).Within(-90, 90), VerdictOf(degrees, reasons), reasons);
    }

    /// <summary>From strength alone: a sonde that floats or stands on end has no good nulls. Any tilt is held possible.</summary>
    public static Result<SondePlace> ByStrength(SondeStrength strength)
    {
        if (SondeRules.Check(strength) is { Count: > 0 } wrong)
        {
            return wrong;
        }

        var (lower, lift) = (strength.LowerSensor.Metres, strength.UpperSensor.Metres - strength.LowerSensor.Metres);
        var (along, depth) = (new List<double>(), new List<double>());
        for (var i = 0; i < SondeErrors.Draws; i++)
        {
            // Every tilt alike, nose to either side.
            var draw = SondeErrors.Draw(i);
            var tilt = TiltOf(i);
            var ratio = strength.Lower * (1 + (StrengthPart * draw[0])) / (strength.Upper * (1 + (StrengthPart * draw[1])));
            var (low, high) = (SondeErrors.Height * draw[2], SondeErrors.Height * draw[4]);
            if (DistanceOf(ratio, lift + high - low, tilt, OverOf(i)) is { } distance)
            {
                along.Add(strength.StrongestMetres - (OverOf(i) * distance) + (SondeErrors.Strongest(distance) * draw[3]));
                depth.Add(distance - lower - low);
            }
        }

        // The plain cube root: what holds straight over a sonde in whatever way it lies.
        var plain = lift / (Math.Cbrt(strength.Lower / strength.Upper) - 1);
        if (plain <= lower || depth.Count < SondeErrors.Draws / 4)
        {
            return new FieldError("liftedStrength", FormattableString.Invariant($"The fall of the level puts the sonde {plain:0.00} m under the receiver: with the heights given it would be above ground. Read both levels again."));
        }

        return new SondePlace(
            SondeWay.Strength, SondeErrors.Interval(strength.StrongestMetres, along), SondeErrors.Interval(plain - lower, depth).Within(0, double.PositiveInfinity), null, Verdict.Caution,
            [new Reason("sonde-by-strength", plain - lower, double.NaN, -0.5)]);
    }

    /// <summary>
    /// How far aside a sonde seems to be from what is only a receiver held too high: at a distance D a height δ takes off the level what √(2Dδ) aside takes off it.
    /// </summary>
    public static double SidewaysLike(double distance, double heightError) => Math.Sqrt(2 * distance * Math.Abs(heightError));

    /// <summary>Two nulls and the strongest place, solved exactly.</summary>
    private static (double Along, double Distance, double Tangent)? Solve(double front, double rear, double strongest)
    {
        var nose = front > rear ? 1 : -1;
        var (ahead, behind) = (nose * (front - strongest), nose * (strongest - rear));
        if (ahead <= 0 || behind <= 0 || SondeShape.TiltOfLean((ahead - behind) / 2 / (ahead + behind)) is not { } tangent)
        {
            return null;
        }

        var distance = (ahead + behind) / SondeShape.Spacing(tangent);
        return (strongest - (nose * SondeShape.Strongest(tangent) * distance), distance, tangent);
    }

    /// <summary>Whether the strongest place lies midway, as over a level sonde, to within what a hand can find.</summary>
    private static Reason Lean(SondeNulls nulls, (double Along, double Distance, double Tangent) found)
    {
        var off = Math.Abs(((nulls.FrontMetres + nulls.RearMetres) / 2) - nulls.StrongestMetres);
        var sigma = Math.Sqrt((SondeErrors.Null(found.Distance) * SondeErrors.Null(found.Distance) / 2) + (SondeErrors.Strongest(found.Distance) * SondeErrors.Strongest(found.Distance)));
        return new Reason(off <= 2 * sigma ? "sonde-midway" : "sonde-leans", off, 2 * sigma, off <= 2 * sigma ? 1 : -0.25);
    }

    /// <summary>The depth by the nulls with those that the receiver showed, each by its doubt; a tilt is allowed for in both.</summary>
    private static Estimate WithShown(SondeNulls nulls, (double Along, double Distance, double Tangent) found, Estimate byNulls, List<Reason> reasons)
    {
        var asShown = SondeShape.ShownDistance(found.Distance, Math.Atan(found.Tangent), CoilSeparationMetres) / found.Distance;
        List<double> shown = [.. new[] { nulls.ShownMetres, nulls.TurnedMetres }.OfType<double>().Select(s => (s + nulls.Sensor.Metres) / asShown)];
        if (shown.Count == 0 || !double.IsFinite(asShown))
        {
            return byNulls;
        }

        var one = ShownSigma(found.Distance);
        if (shown.Count == 2)
        {
            var apart = Math.Abs(shown[0] - shown[1]);
            var isAlike = apart <= Differs * Math.Sqrt(2) * one;
            reasons.Add(new Reason(isAlike ? "sonde-turned-alike" : "sonde-turned-differs", apart, Differs * Math.Sqrt(2) * one, isAlike ? 1 : -1));
        }

        var sigma = Math.Max(byNulls.HalfWidth / 1.96, 1e-3);
        var (mean, meanSigma) = (shown.Average() - nulls.Sensor.Metres, one / Math.Sqrt(shown.Count));
        var off = (mean - byNulls.Value) / Math.Sqrt((sigma * sigma) + (meanSigma * meanSigma));
        var code = Math.Abs(off) < Differs ? "sonde-depths-agree" : Math.Abs(off) < Contradicts ? "sonde-depths-differ" : "sonde-depths-contradict";
        reasons.Add(new Reason(code, mean, byNulls.Value, code == "sonde-depths-agree" ? 1 : -1));
        var weight = 1 / (sigma * sigma);
        var other = 1 / (meanSigma * meanSigma);
        var joined = ((weight * byNulls.Value) + (other * mean)) / (weight + other);

        // What contradicts is not averaged away: the interval holds both.
        var half = 1.96 / Math.Sqrt(weight + other) * Math.Max(1, Math.Abs(off) / Differs);
        return code == "sonde-depths-contradict" ? Estimate.Symmetric(byNulls.Value, byNulls.HalfWidth).Including(mean) : Estimate.Symmetric(joined, half);
    }

    /// <summary>Standard deviation of a distance by the two coils of a receiver, over a sonde, metres: noise of each through the cube root, and what is read off.</summary>
    private static double ShownSigma(double distance)
    {
        var coils = distance * (distance + CoilSeparationMetres) / CoilSeparationMetres * Math.Sqrt(2) * CoilPart / 3;
        return Math.Sqrt((coils * coils) + (0.015 * 0.015) + (0.02 * 0.02 * distance * distance));
    }

    private static Verdict VerdictOf(double degrees, List<Reason> reasons) =>
        Math.Abs(degrees) > OnEndDegrees || reasons.Exists(r => r.Code is "sonde-depths-contradict") ? Verdict.Reject
        : Math.Abs(degrees) > TiltedDegrees || reasons.Exists(r => r.Code is "sonde-depths-differ" or "sonde-turned-differs") ? Verdict.Caution
        : Verdict.Sound;

    /// <summary>The distance below the lower place at which the level falls by this ratio when the receiver is lifted; null where none does.</summary>
    private static double? DistanceOf(double ratio, double lift, double tilt, double over)
    {
        double Ratio(double distance) => SondeShape.Total(over * distance, distance, tilt) / SondeShape.Total(over * distance, distance + lift, tilt);
        var (low, high) = (lift * 0.02, lift * 300);
        if (!(ratio < Ratio(low) && ratio > Ratio(high)))
        {
            return null;
        }

        for (var i = 0; i < 50; i++)
        {
            var middle = Math.Sqrt(low * high);
            (low, high) = Ratio(middle) > ratio ? (middle, high) : (low, middle);
        }

        return Math.Sqrt(low * high);
    }

    private static double TiltOf(int draw) => Math.PI * (((draw + 0.5) / SondeErrors.Draws) - 0.5);

    private static double OverOf(int draw) => Over[draw];

    private static readonly double[] Over = [.. Enumerable.Range(0, SondeErrors.Draws).Select(i => SondeShape.StrongestInAll(TiltOf(i)))];
}
