using GentleMole.Core.Fields;
using GentleMole.Core.Site;

namespace GentleMole.Core.Receiver;

/// <summary>How an instrument is built and how well it hears.</summary>
/// <param name="LowerCoilMetres">Height of the lower coil above ground when the tip rests on it.</param>
/// <param name="SeparationMetres">Distance from the lower to the upper coil.</param>
/// <param name="RelativeNoise">Standard deviation of a response, as a part of it.</param>
/// <param name="FloorTesla">Standard deviation that stays when there is no signal.</param>
public sealed record ReceiverBuild(
    double LowerCoilMetres = 0.05, double SeparationMetres = 0.4, double RelativeNoise = 0.004, double FloorTesla = 2e-11);

/// <summary>One reading of a simulated receiver. Depth and current are withheld (null) when the gradient makes no sense.</summary>
public sealed record ReceiverReading(double PeakTesla, double NullTesla, double? DepthMetres, double? CurrentAmperes);

/// <summary>
/// A simulated receiver over wires of known current: two horizontal coils across the blade, one above the other, and a
/// vertical coil. Depth by the gradient of the horizontal pair, current by Ampère's law from that depth. Noise comes from
/// the random source that is passed in, so a seed repeats a walk.
/// </summary>
public sealed class CoilReceiver(IReadOnlyList<WireSegment> wires, ReceiverBuild build, Random random)
{
    /// <summary>A reading at a place on the ground, with the blade across a line of the given direction.</summary>
    /// <param name="lineDirection">Direction of the line below, unit vector; the coils listen across it.</param>
    public ReceiverReading Read(SitePoint place, SitePoint lineDirection, double liftMetres = 0)
    {
        var across = lineDirection.Right;
        var low = FieldAt(place, build.LowerCoilMetres + liftMetres);
        var high = FieldAt(place, build.LowerCoilMetres + build.SeparationMetres + liftMetres);
        var lower = Math.Abs(Noisy(Across(low, across)));
        var upper = Math.Abs(Noisy(Across(high, across)));
        var vertical = Math.Abs(Noisy(low.Up));
        var ratio = lower / upper;
        if (ratio <= 1.02 || lower < 8 * build.FloorTesla)
        {
            return new ReceiverReading(lower, vertical, null, null);
        }

        var distance = build.SeparationMetres / (ratio - 1);
        return new ReceiverReading(
            lower,
            vertical,
            distance - build.LowerCoilMetres - liftMetres,
            lower * 2 * Math.PI * distance / Physics.Mu0);
    }

    /// <summary>
    /// Offsets, to the right of a place, of the strongest horizontal response and of the vertical null nearest to it, as a
    /// careful person finds them by sweeping across: the true places plus hand noise.
    /// </summary>
    /// <param name="handMetres">Standard deviation of a place found by hand.</param>
    public (double Peak, double Null) Sweep(SitePoint near, SitePoint lineDirection, double reachMetres, double handMetres)
    {
        var right = lineDirection.Right;
        double Horizontal(double y) => Math.Abs(Across(FieldAt(near + (right * y), build.LowerCoilMetres), right));
        double Vertical(double y) => FieldAt(near + (right * y), build.LowerCoilMetres).Up;
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

        return (peak + (handMetres * Gaussian(random)), silent + (handMetres * Gaussian(random)));
    }

    /// <summary>The response with the blade turned along the line, as a part of that across it; 0 in a clean field.</summary>
    public double Sideways(SitePoint place, SitePoint lineDirection)
    {
        var field = FieldAt(place, build.LowerCoilMetres);
        var across = Math.Abs(Across(field, lineDirection.Right));
        return Math.Abs(Noisy(Across(field, lineDirection))) / Math.Max(across, build.FloorTesla);
    }

    /// <summary>Standard normal deviate from a uniform source (Box–Muller).</summary>
    public static double Gaussian(Random random) =>
        Math.Sqrt(-2 * Math.Log(1 - random.NextDouble())) * Math.Cos(2 * Math.PI * random.NextDouble());

    private static double Across(Vector3 field, SitePoint right) => (field.East * right.East) + (field.North * right.North);

    private Vector3 FieldAt(SitePoint place, double height)
    {
        var sum = default(Vector3);
        foreach (var wire in wires)
        {
            sum += wire.FieldAt(new Vector3(place.East, place.North, height));
        }

        return sum;
    }

    private double Noisy(double value) =>
        value + (Gaussian(random) * Math.Sqrt(
            (build.RelativeNoise * build.RelativeNoise * value * value) + (build.FloorTesla * build.FloorTesla)));
}
