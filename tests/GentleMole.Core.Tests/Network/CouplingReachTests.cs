using GentleMole.Core.Lines;
using GentleMole.Core.Network;

namespace GentleMole.Core.Tests.Network;

/// <summary>Lines side by side talk to each other, and the less the farther they are apart; not all at once no more.</summary>
public class CouplingReachTests
{
    private static double Induced(double apart)
    {
        var network = Ground.Of(
            Ground.Straight("sent", 200, end: LineEnd.Earthed(5)), Ground.Straight("beside", 200, apart, start: LineEnd.Earthed(5), end: LineEnd.Earthed(5)));
        var solved = network.Solve(Ground.At("sent", stake: Ground.FarStake with { RaisesSoil = false }), 33_000);
        return solved.CurrentAt("beside", 100).Magnitude / solved.CurrentAt("sent", 100).Magnitude;
    }

    [Fact]
    public void What_is_induced_falls_slowly_with_the_distance()
    {
        var parts = new[] { 1.0, 2, 3.5, 6, 9, 14 }.Select(Induced).ToList();

        Assert.Equal(parts.OrderDescending(), parts);
        Assert.True(parts[3] > 0.4 * parts[2], $"from 3.5 to 6 m it falls from {parts[2]} to {parts[3]}");
        Assert.True(parts[5] > 0.2 * parts[2], $"at 14 m {parts[5]} is left of {parts[2]}");
    }

    [Fact]
    public void A_line_that_goes_on_takes_current_along_as_one_that_is_that_long_does()
    {
        Core.Hookup.SupposedLine Line(Core.Hookup.SupposedEnd end) => new(
            "gas", "gas", UtilityKind.Gas, [new(0, 0), new(0, 40)], new(0.9), Ground.Tracer, new(Core.Hookup.EndSupposed.Open), end);
        BuriedNetwork Of(Core.Hookup.SupposedLine line) => new Core.Hookup.SupposedGround(Ground.Loam, [line], [], []).Network();

        var on = Of(Line(Core.Hookup.SupposedEnd.GoesOn)).Lines.Single();
        var ends = Of(Line(new(Core.Hookup.EndSupposed.Earthed))).Lines.Single();
        Assert.Equal(40, ends.LengthMetres, 6);
        Assert.Equal(120, on.LengthMetres, 6);
        Assert.Equal(100, on.End.Ohms, 6);
    }
}
