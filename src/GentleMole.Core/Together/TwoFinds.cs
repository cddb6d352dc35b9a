namespace GentleMole.Core.Together;

/// <summary>
/// One line by two means: the receiver tells the depth of its centre, the radar the cover over its top. They agree when the two lie
/// apart by no more than both doubts together; then both tell the depth, each by its weight (inverse variances: Bevington and Robinson,
/// Data Reduction and Error Analysis, ch. 4). Where they do not, neither is changed by the other.
/// </summary>
/// <param name="ByReceiver">Depth of the centre by the receiver.</param>
/// <param name="ByRadar">Depth of the centre by the radar: cover and half its thickness.</param>
/// <param name="Apart">Radar less receiver, metres, with the 95 % interval of both together.</param>
/// <param name="Together">Depth of the centre by both; null where they do not agree.</param>
/// <param name="VelocityFactor">By how much the ground would be quicker (over 1) or slower than was thought, were the receiver right and the difference the velocity's alone.</param>
public sealed record TwoFinds(Estimate ByReceiver, Estimate ByRadar, Estimate Apart, Estimate? Together, double VelocityFactor)
{
    /// <summary>Half the thickness of a line of which nobody said how thick it is, and its 95 % doubt, metres.</summary>
    private static readonly Estimate UnknownRadius = new(0.05, 0.005, 0.15);

    /// <summary>True when both lie where both may be.</summary>
    public bool IsAgreed => Together is not null;

    /// <summary>Compares them.</summary>
    /// <param name="centre">Depth of the centre by the receiver, metres.</param>
    /// <param name="cover">From the surface to the top by the radar, metres.</param>
    /// <param name="outsideMetres">Thickness of the line; null where nobody has said it.</param>
    public static TwoFinds Of(Estimate centre, Estimate cover, double? outsideMetres)
    {
        var radar = CentreOf(cover, outsideMetres);
        var apart = Estimate.Symmetric(radar.Value - centre.Value, Root(radar.HalfWidth, centre.HalfWidth));
        var factor = CoverOf(centre, outsideMetres).Value / Math.Max(LeastCover, cover.Value);
        if (Math.Abs(apart.Value) > apart.HalfWidth)
        {
            return new TwoFinds(centre, radar, apart, null, factor);
        }

        var (a, b) = (1 / Square(Math.Max(radar.HalfWidth, Least)), 1 / Square(Math.Max(centre.HalfWidth, Least)));
        return new TwoFinds(centre, radar, apart, Estimate.Symmetric(((a * radar.Value) + (b * centre.Value)) / (a + b), 1 / Math.Sqrt(a + b)), factor);
    }

    /// <summary>Depth of the centre of something whose cover was seen, metres.</summary>
    /// <param name="cover">From the surface to its top, metres.</param>
    /// <param name="outsideMetres">How thick it is; null where nobody has said it.</param>
    public static Estimate CentreOf(Estimate cover, double? outsideMetres)
    {
        var radius = RadiusOf(outsideMetres);
        return Estimate.Symmetric(cover.Value + radius.Value, Root(cover.HalfWidth, radius.HalfWidth));
    }

    /// <summary>Cover over something whose centre was found, metres.</summary>
    /// <param name="centre">Depth of its centre, metres.</param>
    /// <param name="outsideMetres">How thick it is; null where nobody has said it.</param>
    public static Estimate CoverOf(Estimate centre, double? outsideMetres)
    {
        var radius = RadiusOf(outsideMetres);
        return Estimate.Symmetric(Math.Max(LeastCover, centre.Value - radius.Value), Root(centre.HalfWidth, radius.HalfWidth));
    }

    private static Estimate RadiusOf(double? outsideMetres) => outsideMetres is { } outside ? Estimate.Symmetric(outside / 2, 0) : UnknownRadius;

    private const double LeastCover = 0.05;
    private const double Least = 1e-4;

    private static double Square(double value) => value * value;

    private static double Root(double a, double b) => Math.Sqrt(Square(a) + Square(b));
}
