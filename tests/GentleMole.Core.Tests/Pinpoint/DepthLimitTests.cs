using GentleMole.Core.Pinpoint;

namespace GentleMole.Core.Tests.Pinpoint;

/// <summary>What a depth is worth, by how it was found.</summary>
public class DepthLimitTests
{
    [Fact]
    public void Two_degrees_of_tilt_are_worth_more_the_deeper_it_is()
    {
        // d = a/tan θ, so that an error of θ of 2° alone gives 1.96·a/sin²θ·2π/180.
        double Half(double away) => DepthMethods.Tilt(away, away, 45).Value.UncertaintyMetres;
        var byAngle = 1.96 * 5 / 0.5 * 2 * Math.PI / 180;

        Assert.InRange(Half(5), byAngle, byAngle * 1.05);
        Assert.InRange(Half(5) / Half(1), 4.2, 5);
    }

    [Theory]
    [InlineData(0.5, Verdict.Sound)]
    [InlineData(3.6, Verdict.Caution)]
    [InlineData(12, Verdict.Reject)]
    public void A_gradient_reaches_as_deep_as_its_coils_are_apart(double depth, Verdict verdict)
    {
        // A line: response falls as 1/r.
        var result = DepthMethods.Gradient(1 / depth, 1 / (depth + 0.4), 0.4, new(0), FieldSource.Line).Value;

        Assert.Equal(depth, result.DepthMetres, 6);
        Assert.Equal(verdict, result.Verdict);
    }

    [Theory]
    [InlineData(1.30, Verdict.Sound)]
    [InlineData(1.42, Verdict.Reject)]
    [InlineData(1.22, Verdict.Reject)]
    public void A_lift_of_so_much_must_be_shown_as_so_much(double shown, Verdict verdict) =>
        Assert.Equal(verdict, DepthMethods.Lift(new ShownDepth(1.0, new(0)), new ShownDepth(shown, new(0.3))).Value.Verdict);

    [Fact]
    public void A_row_that_does_not_rise_above_the_floor_is_no_row()
    {
        CrossReading[] row = [.. Enumerable.Range(-5, 11).Select(i => new CrossReading(0.2 * i, 0.05, 0.9 / (1 + (0.04 * i * i)), null))];
        var refused = Pinpointing.Locate(row, new ReadingNoise(0.02, 1), 0.5, null, PinpointPrior.None);

        Assert.Contains("noise floor", Assert.Single(refused.Errors).Sentence, StringComparison.Ordinal);
    }
}
