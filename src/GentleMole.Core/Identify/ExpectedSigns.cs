using GentleMole.Core.Fields;
using GentleMole.Core.Instruments;

namespace GentleMole.Core.Identify;

/// <summary>What a receiver would show at a dot in a given field, without noise.</summary>
/// <param name="CrestMetres">From the dot to the crest of the response across, right positive; NaN where there is none near.</param>
/// <param name="NullMetres">From the dot to the null of the vertical response; NaN where it was not asked for.</param>
/// <param name="LevelTesla">Response across at the dot.</param>
/// <param name="DistanceMetres">From the lower coil to the line by the gradient; null where the receiver withholds it.</param>
/// <param name="WayCosine">Part of the response that is in step, with its sign: 1 the way of walking, −1 the other way.</param>
/// <param name="DirectionDegrees">Of the line by the horizontal field: degrees to the right of the walk, −90 to 90.</param>
/// <param name="LiftRatio">Rise of the depth over the lift; null where it was not asked for, or is withheld at one height.</param>
internal readonly record struct ExpectedSigns(
    double CrestMetres, double NullMetres, double LevelTesla, double? DistanceMetres, double WayCosine, double DirectionDegrees, double Sideways, double? LiftRatio)
{
    /// <summary>Farther than this a crest or a null is another one's.</summary>
    public const double FarMetres = 1.5;

    private const double FlatRatio = 1.02;
    private const double OffPeak = 0.7;

    /// <summary>From the field at the places of a dot.</summary>
    /// <param name="field">As <see cref="DotPlaces.Fill"/> writes it, summed over all makers.</param>
    /// <param name="amperes">Sent.</param>
    public static ExpectedSigns Of(DotPlaces places, ReadOnlySpan<double> field, double amperes, ReceiverBuild receiver)
    {
        var (left, level, right) = (Across(field, DotPlaces.Left), Across(field, DotPlaces.Peak), Across(field, DotPlaces.Right));
        var peak = field[(DotPlaces.Peak * DotPlaces.Each)..];
        var way = level > 0 ? peak[0] / level : 0;
        var sideways = Math.Sqrt((peak[4] * peak[4]) + (peak[5] * peak[5])) / Math.Max(level, 1e-30);
        var upper = Across(field, DotPlaces.Upper);
        var vertical = Math.Sqrt((peak[2] * peak[2]) + (peak[3] * peak[3]));
        double? distance = vertical <= OffPeak * level ? Distance(level, upper, receiver) : null;
        var lifted = places.Lifted < 0 ? null : Distance(Across(field, places.Lifted), Across(field, places.Lifted + 1), receiver);
        return new ExpectedSigns(
            Crest(left, level, right), places.AboutNull < 0 ? double.NaN : Null(places, field), level * amperes, distance, way, Direction(peak), sideways,
            distance is { } low && lifted is { } high ? (high - low) / ObservedDot.LiftMetres : null);
    }

    /// <summary>Size of the component across at a place, per ampere.</summary>
    public static double Across(ReadOnlySpan<double> field, int place)
    {
        var k = place * DotPlaces.Each;
        return Math.Sqrt((field[k] * field[k]) + (field[k + 1] * field[k + 1]));
    }

    /// <summary>Size of the vertical component at a place, per ampere.</summary>
    public static double Vertical(ReadOnlySpan<double> field, int place)
    {
        var k = place * DotPlaces.Each;
        return Math.Sqrt((field[k + 2] * field[k + 2]) + (field[k + 3] * field[k + 3]));
    }

    private static double? Distance(double lower, double upper, ReceiverBuild receiver) =>
        lower / Math.Max(upper, 1e-30) is var ratio and > FlatRatio ? receiver.SeparationMetres / (ratio - 1) : null;

    /// <summary>Over one line one over the response is a parabola: its middle is the crest, however far it is.</summary>
    private static double Crest(double left, double middle, double right)
    {
        if (left <= 0 || middle <= 0 || right <= 0)
        {
            return double.NaN;
        }

        var (a, b, c) = (1 / left, 1 / middle, 1 / right);
        var curve = a - (2 * b) + c;
        var crest = curve > 0 ? DotPlaces.BesideMetres * 0.5 * (a - c) / curve : double.NaN;
        return Math.Abs(crest) <= FarMetres ? crest : double.NaN;
    }

    /// <summary>Where the vertical field, followed straight from two places about the null that was read, is least.</summary>
    private static double Null(DotPlaces places, ReadOnlySpan<double> field)
    {
        var (l, r) = (places.AboutNull * DotPlaces.Each, (places.AboutNull + 1) * DotPlaces.Each);
        var (re, im) = ((field[l + 2] + field[r + 2]) / 2, (field[l + 3] + field[r + 3]) / 2);
        var (slopeRe, slopeIm) = ((field[r + 2] - field[l + 2]) / (2 * DotPlaces.AboutNullMetres), (field[r + 3] - field[l + 3]) / (2 * DotPlaces.AboutNullMetres));
        var off = -((re * slopeRe) + (im * slopeIm)) / Math.Max((slopeRe * slopeRe) + (slopeIm * slopeIm), 1e-60);
        var silent = places.Observed.NullOffsetMetres!.Value - places.Observed.PeakOffsetMetres + off;
        return Math.Abs(off) <= FarMetres ? silent : double.NaN;
    }

    /// <summary>Long axis of the ellipse that the horizontal field describes, turned by 90° to lie along the line.</summary>
    private static double Direction(ReadOnlySpan<double> peak)
    {
        var (across, along) = ((peak[0] * peak[0]) + (peak[1] * peak[1]), (peak[4] * peak[4]) + (peak[5] * peak[5]));
        var both = (peak[0] * peak[4]) + (peak[1] * peak[5]);

        // Of the axis: angle from "across" towards "along"; the line lies a quarter turn further, so that across stands for along.
        return -0.5 * Math.Atan2(2 * both, across - along) * 180 / Math.PI;
    }
}
