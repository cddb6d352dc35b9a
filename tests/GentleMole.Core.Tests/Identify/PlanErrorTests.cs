using GentleMole.Core.Identify;
using GentleMole.Core.Site;

namespace GentleMole.Core.Tests.Identify;

/// <summary>How far plans are off at several dots: alike where dots are near each other, each for itself where they are far.</summary>
public class PlanErrorTests
{
    private static PlanError Along(double? holds, params double[] norths) => new([.. norths.Select(n => new ObservedDot(new SitePoint(0, n), Azimuth.Of(0), 0))], holds);

    [Fact]
    public void Draws_are_as_alike_as_dots_are_near()
    {
        var (error, random) = (Along(20, 0, 2, 60), new Random(3));
        const int draws = 20_000;
        double near = 0, far = 0, square = 0;
        var x = new double[3];
        for (var i = 0; i < draws; i++)
        {
            error.Draw(random, x);
            (near, far, square) = (near + (x[0] * x[1] / draws), far + (x[0] * x[2] / draws), square + (x[2] * x[2] / draws));
        }

        Assert.InRange(near, 0.86, 0.94);
        Assert.InRange(far, 0.01, 0.09);
        Assert.InRange(square, 0.96, 1.04);
    }

    [Fact]
    public void What_is_known_at_one_dot_is_expected_at_its_neighbour_and_hardly_far_off()
    {
        var error = Along(20, 0, 2, 60);
        double[] x = [1.5, 0, 0];
        var (middle, sigma) = error.Given([1.5, 0, 0], 1);
        var (farMiddle, farSigma) = error.Given(x, 2);

        Assert.InRange(middle, 1.2, 1.45);
        Assert.InRange(sigma, 0.3, 0.6);
        Assert.InRange(farMiddle, -0.05, 0.2);
        Assert.True(farSigma > 0.9);
    }

    [Fact]
    public void A_value_that_is_known_stays_and_the_density_falls_away_from_the_middle()
    {
        var (error, random) = (Along(20, 0, 5, 30), new Random(5));
        var x = new double[3];
        error.DrawGiven(1, 0.7, random, x);

        Assert.Equal(0.7, x[1], 9);
        Assert.Equal(0, error.Half([0, 0, 0]), 12);
        Assert.True(error.Half([1, 1, 1]) < error.Half([1, -1, 1]), "neighbours that part are rarer");
    }

    [Fact]
    public void As_a_whole_all_dots_share_one_value()
    {
        var whole = Along(null, 0, 10, 20);
        Assert.Equal((1, 0, 0), (whole.Groups, whole.GroupOf(0), whole.GroupOf(2)));
        Assert.Equal(3, Along(20, 0, 10, 20).Groups);
    }
}
