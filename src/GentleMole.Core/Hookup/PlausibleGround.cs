namespace GentleMole.Core.Hookup;

/// <summary>
/// One of the grounds in which a hookup has to hold: nobody knows the soil better than by a factor of two, an earth better than
/// by a factor of three, or a far end before the circuit is closed.
/// </summary>
public sealed record PlausibleGround(GroundDoubt Doubt, SupposedGround Ground)
{
    /// <summary>How many there are for every hookup.</summary>
    public const int Count = 6;

    private const double SoilFactor = 2;
    private const double EarthFactor = 3;

    /// <summary>Earth of an end that was believed open; such ends have 20 to 200 Ω when they turn out to be earthed.</summary>
    private const double FoundOhms = 60;

    /// <summary>The ground as supposed, first, and with another soil and other earths.</summary>
    public static IReadOnlyList<PlausibleGround> WhicheverWay(SupposedGround ground) =>
    [
        new(GroundDoubt.AsSupposed, ground),
        new(GroundDoubt.WetSoil, Soil(ground, 1 / SoilFactor)),
        new(GroundDoubt.DrySoil, Soil(ground, SoilFactor)),
        new(GroundDoubt.GoodEarths, Earths(ground, 1 / EarthFactor)),
        new(GroundDoubt.PoorEarths, Earths(ground, EarthFactor)),
    ];

    /// <summary>The ground with the far end of a line the other way: open when it is believed earthed, earthed when it is believed open.</summary>
    /// <param name="on">Line that is connected to, clamped or lit.</param>
    /// <param name="forward">True when the work lies towards the end of that line, so that its end is the far one.</param>
    public static PlausibleGround FarEndOtherwise(SupposedGround ground, string on, bool forward)
    {
        var line = ground.Line(on)!;
        var far = forward ? line.End : line.Start;
        var (doubt, end) = far switch
        {
            { Kind: EndSupposed.Open } => (GroundDoubt.FarEndEarthed, new SupposedEnd(EndSupposed.Earthed, FoundOhms)),
            { Kind: EndSupposed.GoesOn } => (GroundDoubt.FarEndOpen, far with { BeyondOhms = double.PositiveInfinity }),
            _ => (GroundDoubt.FarEndOpen, new SupposedEnd(EndSupposed.Open)),
        };
        return new(doubt, ground.With(on, l => forward ? l with { End = end } : l with { Start = end }));
    }

    internal static SupposedGround Soil(SupposedGround ground, double by) =>
        ground with { Soil = ground.Soil.Times(by) };

    internal static SupposedGround Earths(SupposedGround ground, double by)
    {
        SupposedEnd Changed(SupposedEnd end) => end with { Ohms = end.Ohms * by, BeyondOhms = end.BeyondOhms * by };
        return ground with { Lines = [.. ground.Lines.Select(l => l with { Start = Changed(l.Start), End = Changed(l.End) })] };
    }
}
