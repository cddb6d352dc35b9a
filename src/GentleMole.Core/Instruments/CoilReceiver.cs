using GentleMole.Core.Fields;
using GentleMole.Core.Site;

namespace GentleMole.Core.Instruments;

/// <summary>
/// A simulated receiver in a field: two horizontal coils across the blade, one above the other, and a vertical coil. Depth by
/// the gradient of the horizontal pair, current by Ampère's law from that depth. Noise comes from the random source that is
/// passed in, so a seed repeats a walk.
/// </summary>
public sealed class CoilReceiver(Func<Vector3, FieldWithPhase> fieldAt, ReceiverBuild build, Random random)
{
    /// <summary>Over wires of known current, all in step.</summary>
    public CoilReceiver(IReadOnlyList<WireSegment> wires, ReceiverBuild build, Random random)
        : this(point => new FieldWithPhase(Sum(wires, point), default), build, random)
    {
    }

    /// <summary>A reading at a place on the ground, with the blade across a line of the given direction.</summary>
    /// <param name="lineDirection">Direction of the line below, unit vector; the coils listen across it.</param>
    public ReceiverReading Read(SitePoint place, SitePoint lineDirection, double liftMetres = 0)
    {
        var across = lineDirection.Right;
        var low = FieldAt(place, build.LowerCoilMetres + liftMetres);
        var high = FieldAt(place, build.LowerCoilMetres + build.SeparationMetres + liftMetres);
        var lower = Math.Abs(Noisy(Signed(low, across)));
        var upper = Math.Abs(Noisy(Signed(high, across)));
        var vertical = Math.Abs(Noisy(SignedUp(low)));
        bool? away = TwoCoils.IsWeak(lower, build) ? null : Across(low.InPhase, across) > 0;
        return TwoCoils.Distance(lower, upper, vertical, build) is { } distance
            ? new ReceiverReading(lower, vertical, distance - build.LowerCoilMetres - liftMetres, TwoCoils.Amperes(lower, distance), away)
            : new ReceiverReading(Math.Min(lower, build.FullScaleTesla), Math.Min(vertical, build.FullScaleTesla), null, null, away, lower >= build.FullScaleTesla);
    }

    /// <summary>
    /// Offsets, to the right of a place, of the strongest horizontal response and of the vertical null nearest to it, as a
    /// careful person finds them by sweeping across: the true places plus hand noise.
    /// </summary>
    /// <param name="handMetres">Standard deviation of a place found by hand.</param>
    public (double Peak, double Null) Sweep(SitePoint near, SitePoint lineDirection, double reachMetres, double handMetres)
    {
        var right = lineDirection.Right;
        double Horizontal(double y) => Math.Abs(Signed(FieldAt(near + (right * y), build.LowerCoilMetres), right));
        double Vertical(double y) => FieldAt(near + (right * y), build.LowerCoilMetres).InPhase.Up;
        const double step = 0.01;
        double peak = 0, strongest = -1;
        for (var y = -reachMetres; y <= reachMetres; y += step)
        {
            var here = Horizontal(y);
            if (here > strongest)
            {
                (peak, strongest) = (y, here);
            }
        }

        var silent = peak;
        var nearest = double.PositiveInfinity;
        for (var y = -reachMetres; y < reachMetres; y += step)
        {
            if (Vertical(y) * Vertical(y + step) <= 0 && Math.Abs(y - peak) < nearest)
            {
                (silent, nearest) = (y + (step / 2), Math.Abs(y - peak));
            }
        }

        return (peak + (handMetres * Deviate.Normal(random)), silent + (handMetres * Deviate.Normal(random)));
    }

    /// <summary>The response with the blade turned along the line, as a part of that across it; 0 in a clean field.</summary>
    public double Sideways(SitePoint place, SitePoint lineDirection)
    {
        var field = FieldAt(place, build.LowerCoilMetres);
        var across = Math.Abs(Signed(field, lineDirection.Right));
        return Math.Abs(Noisy(Signed(field, lineDirection))) / Math.Max(across, build.FloorTesla);
    }

    private static double Across(Vector3 field, SitePoint right) => (field.East * right.East) + (field.North * right.North);

    /// <summary>Size of the component along a level direction, with the sign of the part in step.</summary>
    private static double Signed(FieldWithPhase field, SitePoint along)
    {
        var (re, im) = (Across(field.InPhase, along), Across(field.Quadrature, along));
        return Math.CopySign(Math.Sqrt((re * re) + (im * im)), re);
    }

    private static double SignedUp(FieldWithPhase field) =>
        Math.CopySign(Math.Sqrt((field.InPhase.Up * field.InPhase.Up) + (field.Quadrature.Up * field.Quadrature.Up)), field.InPhase.Up);

    private static Vector3 Sum(IReadOnlyList<WireSegment> wires, Vector3 point)
    {
        var sum = default(Vector3);
        foreach (var wire in wires)
        {
            sum += wire.FieldAt(point);
        }

        return sum;
    }

    private FieldWithPhase FieldAt(SitePoint place, double height) => fieldAt(new Vector3(place.East, place.North, height));

    private double Noisy(double value) =>
        value + (Deviate.Normal(random) * Math.Sqrt(
            (build.RelativeNoise * build.RelativeNoise * value * value) + (build.FloorTesla * build.FloorTesla)));
}
