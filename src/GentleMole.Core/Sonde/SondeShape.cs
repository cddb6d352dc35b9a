namespace GentleMole.Core.Sonde;

/// <summary>
/// The field of a small coil that lies in a pipe (magnetic dipole; Griffiths, Introduction to Electrodynamics, 5.4.3), seen along the
/// pipe over it: everything in units of its distance below the sensor, x towards the nose, the nose down by an angle whose tangent is t.
/// </summary>
public static class SondeShape
{
    private const int Halvings = 45;
    private const int MostTurns = 60;
    private const double Settled = 1e-11;
    private const double Step = 1e-4;

    /// <summary>A small tilt over its lean: 5t/12 over √2.</summary>
    private const double SmallTilt = 3.394;

    /// <summary>Where the coil along the pipe falls silent in front of the sonde and behind it.</summary>
    /// <param name="t">Tangent of the tilt.</param>
    public static (double Front, double Rear) Nulls(double t)
    {
        var root = Math.Sqrt((9 * t * t) + 8);
        return (((3 * t) + root) / 4, ((3 * t) - root) / 4);
    }

    /// <summary>Where the coil along the pipe hears most between its nulls: the root of 6x³ − 12tx² − 9x + 3t there (Newton, held between them).</summary>
    public static double Strongest(double t)
    {
        var (high, low) = Nulls(t);
        var x = Math.Clamp(t / 3, low, high);
        for (var i = 0; i < MostTurns; i++)
        {
            var value = (((((6 * x) - (12 * t)) * x) - 9) * x) + (3 * t);
            (low, high) = value > 0 ? (x, high) : (low, x);
            var next = x - (value / ((((18 * x) - (24 * t)) * x) - 9));
            next = next > low && next < high ? next : (low + high) / 2;
            if (Math.Abs(next - x) < Settled)
            {
                return next;
            }

            x = next;
        }

        return x;
    }

    /// <summary>From null to null.</summary>
    public static double Spacing(double t) => Math.Sqrt((9 * t * t) + 8) / 2;

    /// <summary>How far the middle of the nulls lies before the strongest place, as a part of the way from null to null; grows with t, from −½ to ½.</summary>
    public static double Lean(double t) => ((0.75 * t) - Strongest(t)) / Spacing(t);

    /// <summary>The tangent of the tilt that leans so; null where none does.</summary>
    public static double? TiltOfLean(double lean)
    {
        var (low, high) = (-Steepest, Steepest);
        if (lean <= Lean(low) || lean >= Lean(high))
        {
            return null;
        }

        // Newton from where a small tilt would be, with the slope taken from a step; held between bounds.
        var t = Math.Clamp(lean * SmallTilt, low, high);
        for (var i = 0; i < Halvings; i++)
        {
            var off = Lean(t) - lean;
            (low, high) = off < 0 ? (t, high) : (low, t);
            var next = t - (off * Step / (Lean(t + Step) - lean - off));
            next = next > low && next < high ? next : (low + high) / 2;
            if (Math.Abs(next - t) < Settled)
            {
                return next;
            }

            t = next;
        }

        return t;
    }

    /// <summary>Field at u along and d above a sonde of moment 1: along the pipe and upwards, in one unit.</summary>
    /// <param name="tiltRadians">Nose down positive.</param>
    public static (double Along, double Up) Field(double u, double d, double tiltRadians)
    {
        var (sin, cos) = Math.SinCos(tiltRadians);
        var square = (u * u) + (d * d);
        var fifth = square * square * Math.Sqrt(square);
        return (((cos * ((2 * u * u) - (d * d))) - (3 * sin * u * d)) / fifth, ((3 * cos * u * d) + (sin * ((u * u) - (2 * d * d)))) / fifth);
    }

    /// <summary>What all coils together hear there.</summary>
    public static double Total(double u, double d, double tiltRadians)
    {
        var (along, up) = Field(u, d, tiltRadians);
        return Math.Sqrt((along * along) + (up * up));
    }

    /// <summary>Where all coils together hear most, in units of the distance below the sensor: over a level sonde it is flat there, and over one on end sharp.</summary>
    public static double StrongestInAll(double tiltRadians)
    {
        // The only greatest place lies within the distance of the sonde; a fine look, then a closer one.
        var best = 0.0;
        for (var (step, from, to) = (0.05, -1.0, 1.0); step > 1e-4; (step, from, to) = (step / 10, best - step, best + step))
        {
            var most = double.NegativeInfinity;
            for (var u = from; u <= to + (step / 2); u += step)
            {
                if (Total(u, 1, tiltRadians) is var heard && heard > most)
                {
                    (best, most) = (u, heard);
                }
            }
        }

        return best;
    }

    /// <summary>What a receiver shows as the distance of a sonde by its two coils, held over the strongest place, for a true distance below the lower coil: the same when it is level, another when it is tilted.</summary>
    public static double ShownDistance(double distance, double tiltRadians, double separation)
    {
        var over = Strongest(Math.Tan(tiltRadians)) * distance;
        var lower = Math.Abs(Field(over, distance, tiltRadians).Along);
        var upper = Math.Abs(Field(over, distance + separation, tiltRadians).Along);
        return lower > upper ? separation / (Math.Cbrt(lower / upper) - 1) : double.PositiveInfinity;
    }

    /// <summary>Steepest tilt that nulls are read for, as a tangent.</summary>
    private const double Steepest = 10;
}
