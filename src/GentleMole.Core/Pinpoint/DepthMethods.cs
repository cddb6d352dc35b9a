using GentleMole.Core.Lines;

namespace GentleMole.Core.Pinpoint;

/// <summary>
/// Depth by means that need no more than a receiver: lift, tilted null, width of the peak, gradient of two coils. Each
/// uncertainty is a first-order propagation of stated instrument and hand errors, at 95 %.
/// </summary>
public static class DepthMethods
{
    /// <summary>Standard deviation of a shown depth, as a part of it.</summary>
    public const double ShownDepthPart = 0.02;

    /// <summary>Standard deviation of a place found by hand, and of a height held by hand.</summary>
    public const double HandMetres = 0.02;

    /// <summary>What the field of the return current, the ends and the lead does to a shown depth where one line is heard alone, a part of it: solved circuits show 1 to 8 % too little.</summary>
    private const double FieldPart = 0.04;

    /// <summary>Depth is shown in whole centimetres, with a tip that stands in grass or on a kerb.</summary>
    private const double ReadMetres = 0.015;

    /// <summary>Usual heights of a receiver's coils, for the noise of a depth by their gradient.</summary>
    private const double CoilMetres = 0.05;
    private const double CoilSeparationMetres = 0.4;

    private const double AngleSigmaRadians = 2 * Math.PI / 180;
    private const double ResponsePart = 0.01;
    private const double FractionSigma = 0.02;
    private const double NinetyFive = 1.96;
    private const double GreatestMetres = 100;

    /// <summary>
    /// Standard deviation of a depth that a receiver shows with its tip on the ground, metres: noise of each of its two coils
    /// through their gradient, D(D + s)/s, with what the field and the reading add.
    /// </summary>
    /// <param name="floorPart">Noise floor of the receiver as a part of what the lower coil hears; 0 for a strong signal.</param>
    public static double ShownSigma(Depth shown, double floorPart = 0) =>
        Math.Sqrt(Square(ShownNoise(shown.Metres, floorPart)) + Square(ShownField(shown)));

    /// <summary>Of these only the noise, which is another with every reading: 1 % of each coil, and the floor.</summary>
    public static double ShownNoise(double shownMetres, double floorPart = 0)
    {
        var distance = Math.Max(0, shownMetres) + CoilMetres;
        var upper = distance + CoilSeparationMetres;

        // The upper coil hears less, so that the floor is more of it.
        var coils = Math.Sqrt((2 * Square(ResponsePart)) + Square(floorPart) + Square(floorPart * upper / distance));
        return Math.Sqrt(Square(distance * upper / CoilSeparationMetres * coils) + Square(ReadMetres));
    }

    /// <summary>Of these only what the field does, which is the same with every reading at a place.</summary>
    public static double ShownField(Depth shown) => FieldPart * shown.Metres;

    /// <summary>Lift test: raise the receiver by Δ, the shown depth must rise by Δ.</summary>
    public static Result<DepthResult> Lift(ShownDepth first, ShownDepth second)
    {
        var errors = new List<FieldError>();
        Range(errors, $"{nameof(first)}.{nameof(ShownDepth.Metres)}", first.Metres, 0, GreatestMetres, "the depth shown before lifting");
        Range(errors, $"{nameof(first)}.{nameof(ShownDepth.Tip)}", first.Tip.Metres, 0, 20, "the height of the receiver above ground before lifting");
        Range(errors, $"{nameof(second)}.{nameof(ShownDepth.Metres)}", second.Metres, 0, GreatestMetres, "the depth shown after lifting");
        Range(errors, $"{nameof(second)}.{nameof(ShownDepth.Tip)}", second.Tip.Metres, 0, 20, "the height of the receiver above ground after lifting");
        if (errors.Count > 0)
        {
            return errors;
        }

        var lift = second.Tip.Metres - first.Tip.Metres;
        if (Math.Abs(lift) < 0.01)
        {
            return new FieldError($"{nameof(second)}.{nameof(ShownDepth.Tip)}", "The two heights are the same: a lift test needs the receiver raised, by 0.3 m or more.");
        }

        var depth = first.Depth.Metres;
        if (depth <= 0)
        {
            return new FieldError($"{nameof(first)}.{nameof(ShownDepth.Metres)}", "The depth shown is not more than the height of the receiver: the line would be above ground.");
        }

        var ratio = (second.Metres - first.Metres) / lift;
        var ratioSigma = Math.Sqrt(
            Square(ShownDepthPart * first.Metres) + Square(ShownDepthPart * second.Metres) + (2 * Square(0.01))) / Math.Abs(lift);
        var uncertainty = (NinetyFive * Math.Sqrt(Square(ShownDepthPart * first.Metres) + Square(0.01)))
            + (Math.Max(0, Math.Abs(ratio - 1) - (NinetyFive * ratioSigma)) * depth);
        var verdict = ratio is < 0.8 or > 1.25 ? Verdict.Reject
            : Math.Abs(ratio - 1) <= Math.Max(0.1, ratioSigma) ? Verdict.Sound : Verdict.Caution;
        var code = verdict switch { Verdict.Sound => "lift-true", Verdict.Caution => "lift-off", Verdict.Reject => "lift-distorted" };
        var reasons = new List<Reason> { new(code, ratio, 1, verdict == Verdict.Sound ? 1 : -1) };
        if (NinetyFive * ratioSigma > 0.25)
        {
            reasons.Add(new("lift-too-small", Math.Abs(lift), Math.Abs(lift) * NinetyFive * ratioSigma / 0.25, -0.5));
        }

        return new DepthResult(depth, uncertainty, ratio, verdict, reasons);
    }

    /// <summary>Tilted null: step away on each side to the next null; mean distance / tan(angle) is the depth.</summary>
    /// <param name="angleDegrees">Of the null antenna's axis from vertical, above 0, below 90.</param>
    public static Result<DepthResult> Tilt(double leftMetres, double rightMetres, double angleDegrees)
    {
        var errors = new List<FieldError>();
        Range(errors, nameof(leftMetres), leftMetres, 0, GreatestMetres, "the distance from the line to the null on the left");
        Range(errors, nameof(rightMetres), rightMetres, 0, GreatestMetres, "the distance from the line to the null on the right");
        if (!(angleDegrees is >= 10 and <= 80))
        {
            errors.Add(new(nameof(angleDegrees), "It must be the angle of the antenna from vertical, from 10 to 80 degrees; 45 is usual."));
        }

        if (errors.Count > 0)
        {
            return errors;
        }

        if (leftMetres + rightMetres == 0)
        {
            return new FieldError(nameof(leftMetres), "Both distances are zero: step away from the line until the tilted antenna falls silent.");
        }

        var angle = angleDegrees * Math.PI / 180;
        var mean = (leftMetres + rightMetres) / 2;
        var depth = mean / Math.Tan(angle);
        var bySteps = HandMetres / Math.Sqrt(2) / Math.Tan(angle);
        var byAngle = mean / Square(Math.Sin(angle)) * AngleSigmaRadians;
        return Sided(depth, NinetyFive * Math.Sqrt(Square(bySteps) + Square(byAngle)), leftMetres, rightMetres, 1 / Math.Tan(angle));
    }

    /// <summary>Width of the peak: distance on each side at which the response has fallen to a fraction of its maximum.</summary>
    /// <param name="fraction">Above 0, below 1.</param>
    public static Result<DepthResult> Width(
        double fraction, Antenna antenna, double leftMetres, double rightMetres, Height sensor)
    {
        var errors = new List<FieldError>();
        if (!(fraction is >= 0.05 and <= 0.98))
        {
            errors.Add(new(nameof(fraction), "It must be the part of the greatest response, from 0.05 to 0.98; 0.8, 0.71 and 0.5 are usual."));
        }

        Range(errors, nameof(leftMetres), leftMetres, 0, GreatestMetres, "the distance from the peak to the left");
        Range(errors, nameof(rightMetres), rightMetres, 0, GreatestMetres, "the distance from the peak to the right");
        Range(errors, nameof(sensor), sensor.Metres, 0, 20, "the height of the receiver above ground");
        if (errors.Count > 0)
        {
            return errors;
        }

        if (leftMetres + rightMetres == 0)
        {
            return new FieldError(nameof(leftMetres), "Both distances are zero: step away from the peak until the response has fallen to the fraction.");
        }

        var mean = (leftMetres + rightMetres) / 2;
        var inverse = antenna == Antenna.Horizontal ? (1 / fraction) - 1 : (1 / (fraction * fraction)) - 1;
        var slope = antenna == Antenna.Horizontal ? 1 / (fraction * fraction) : 2 / (fraction * fraction * fraction);
        var distance = mean / Math.Sqrt(inverse);
        var depth = Depth.From(distance, sensor).Metres;
        if (depth <= 0)
        {
            return new FieldError(nameof(sensor), $"The width puts the line {distance:0.00} m under the receiver, which is held at {sensor.Metres:0.00} m: it would be above ground.");
        }

        var bySteps = HandMetres / Math.Sqrt(2) / Math.Sqrt(inverse);
        var byFraction = distance / 2 / inverse * slope * FractionSigma;
        return Sided(
            depth,
            NinetyFive * Math.Sqrt(Square(bySteps) + Square(byFraction) + Square(0.01)),
            leftMetres,
            rightMetres,
            1 / Math.Sqrt(inverse));
    }

    /// <summary>Gradient of two coils one above the other: D = s/(k − 1) for a line, s/(k^⅓ − 1) for a sonde.</summary>
    public static Result<DepthResult> Gradient(
        double lower, double upper, double separationMetres, Height sensor, FieldSource source)
    {
        var errors = new List<FieldError>();
        Positive(errors, nameof(lower), lower, "the response of the lower coil");
        Positive(errors, nameof(upper), upper, "the response of the upper coil");
        if (!(separationMetres is >= 0.01 and <= 5))
        {
            errors.Add(new(nameof(separationMetres), "It must be the distance between the two coils, from 0.01 to 5 m."));
        }

        Range(errors, nameof(sensor), sensor.Metres, 0, 20, "the height of the lower coil above ground");
        if (errors.Count > 0)
        {
            return errors;
        }

        var k = lower / upper;
        var power = source == FieldSource.Line ? 1.0 : 3.0;
        var root = Math.Pow(k, 1 / power);
        if (root <= 1.0005)
        {
            return new FieldError(nameof(lower), "The lower coil must read clearly more than the upper one; here the source is not below, or too deep to tell.");
        }

        var distance = separationMetres / (root - 1);
        var depth = Depth.From(distance, sensor).Metres;
        if (depth <= 0)
        {
            return new FieldError(nameof(sensor), $"The gradient puts the source {distance:0.00} m under the lower coil, which is held at {sensor.Metres:0.00} m: it would be above ground.");
        }

        // dD = s/(root − 1)²·d(root), and d(root) = root/power·dk/k.
        var uncertainty = NinetyFive * Math.Sqrt(
            Square(distance / (root - 1) * root / power * Math.Sqrt(2) * ResponsePart) + Square(0.01));
        var share = uncertainty / depth;
        return share > 0.5
            ? new DepthResult(depth, uncertainty, null, Verdict.Reject, [new("gradient-too-small", k, double.NaN, -1)])
            : share > 0.25
                ? new DepthResult(depth, uncertainty, null, Verdict.Caution, [new("gradient-small", k, double.NaN, -0.5)])
                : new DepthResult(depth, uncertainty, null, Verdict.Sound, [new("gradient-clear", k, double.NaN, 1)]);
    }

    private static DepthResult Sided(double depth, double uncertainty, double left, double right, double perMetre)
    {
        var apart = Math.Abs(left - right);
        var uneven = apart / ((left + right) / 2);
        var byHand = NinetyFive * HandMetres * Math.Sqrt(2);
        var verdict = apart <= byHand || uneven <= 0.1 ? Verdict.Sound : uneven <= 0.25 ? Verdict.Caution : Verdict.Reject;
        var code = verdict == Verdict.Sound ? "sides-agree" : "sides-differ";
        return new DepthResult(
            depth,
            uncertainty + (Math.Max(0, apart - byHand) / 2 * perMetre),
            null,
            verdict,
            [new Reason(code, apart, byHand, verdict == Verdict.Sound ? 1 : -1)]);
    }

    private static void Range(List<FieldError> errors, string field, double value, double low, double high, string what)
    {
        if (!(value >= low && value <= high))
        {
            errors.Add(new(field, FormattableString.Invariant($"It must be {what}, from {low:0.##} to {high:0.##} m.")));
        }
    }

    private static void Positive(List<FieldError> errors, string field, double value, string what)
    {
        if (!(value > 0 && value <= 1e15))
        {
            errors.Add(new(field, $"It must be {what}, above zero."));
        }
    }

    private static double Square(double x) => x * x;
}
