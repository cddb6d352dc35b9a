using GentleMole.Core.Lines;
using GentleMole.Core.Site;

namespace GentleMole.Core.Follow;

/// <summary>
/// A line that is followed from the side, from a kerb beside traffic. Beside a long straight line the field stands square to the way to it: the upright
/// part over the level part is how far one stands aside over how far the line lies below the coil (Biot and Savart for a long wire). With its depth, or with
/// a second reading farther away, that gives where it lies. Whoever marks it steps in and reads over it.
/// </summary>
/// <param name="Peak">Level part, across the line; any unit.</param>
/// <param name="Null">Upright part, in the same unit.</param>
public sealed record SideReading(double Peak, double Null)
{
    /// <summary>Height of the lower coil over ground, metres.</summary>
    public const double CoilMetres = 0.05;

    /// <summary>Aside by more than so many depths the two parts say nothing more.</summary>
    public const double MostRatio = 4;

    /// <summary>How exactly the two parts are read against each other, and how far a field stands off that of one long wire (radians).</summary>
    private const double ReadingPart = 0.07;
    private const double FieldAngle = 0.03;
    private const double HandMetres = 0.03;

    /// <summary>How far aside over how far below.</summary>
    public double Ratio => Null / Peak;

    /// <summary>Where the line lies, by its depth as it was read last.</summary>
    /// <param name="stand">Where it was read.</param>
    /// <param name="line">The way the line runs, either way.</param>
    /// <param name="isRight">The line lies right of the one who looks that way.</param>
    public Result<SideFix> Fix(SitePoint stand, Azimuth line, bool isRight, Estimate depth)
    {
        if (Check("peak", "null") is { } wrong)
        {
            return wrong;
        }

        var below = depth.Value + CoilMetres;
        var aside = below * Ratio;
        return At(stand, line, isRight, aside, new Depth(depth.Value), Math.Pow(aside * depth.HalfWidth / 1.96 / below, 2) + OfReading(below));
    }

    /// <summary>Where it lies and how deep, by a second reading farther from it; its depth need not be known.</summary>
    /// <param name="farther">Read farther away.</param>
    /// <param name="stepMetres">How much farther, square to the line.</param>
    public Result<SideFix> Fix(SitePoint stand, Azimuth line, bool isRight, SideReading farther, double stepMetres)
    {
        if ((Check("peak", "null") ?? farther.Check("fartherPeak", "fartherNull")) is { } wrong)
        {
            return wrong;
        }

        if (!(stepMetres >= 0.3))
        {
            return new FieldError("step", "Step back by 0.3 m at least; half the depth is good.");
        }

        var more = farther.Ratio - Ratio;
        if (more < 0.1)
        {
            return new FieldError("fartherNull", "Farther from the line the null must have grown against the peak. Either the line lies on the other side, or this is not the field of one line.");
        }

        // below = step / more; aside = below · ratio.
        var below = stepMetres / more;
        var (near, far) = (Variance(Ratio), Variance(farther.Ratio));
        var variance = Math.Pow(below + (below * Ratio / more), 2) * near + (Math.Pow(below * Ratio / more, 2) * far) + (HandMetres * HandMetres * (1 + (Ratio * Ratio / (more * more))));
        return below - CoilMetres is > 0.1 and < 10 and var depth
            ? At(stand, line, isRight, below * Ratio, new Depth(depth), variance)
            : new FieldError("fartherNull", "The two readings would put the line where none can be. Read both again, the blade across the line.");
    }

    private FieldError? Check(string peak, string upright) =>
        !(Peak > 0 && double.IsFinite(Peak)) ? new FieldError(peak, "The peak response must be a number over 0.")
        : !(Null >= 0 && double.IsFinite(Null)) ? new FieldError(upright, "The null response must be a number, 0 or more.")
        : Ratio > MostRatio ? new FieldError(upright, "Too far aside to say where the line lies: the null is more than four times the peak. Stand nearer to it.")
        : null;

    private static double Variance(double ratio) => Math.Pow(ReadingPart * ratio, 2) + Math.Pow(FieldAngle * (1 + (ratio * ratio)), 2);

    private double OfReading(double below) => (below * below * Variance(Ratio)) + (HandMetres * HandMetres);

    private static SideFix At(SitePoint stand, Azimuth line, bool isRight, double aside, Depth depth, double variance) =>
        new(stand + (line.Direction.Right * (isRight ? aside : -aside)), aside, 1.96 * Math.Sqrt(variance), depth);
}
