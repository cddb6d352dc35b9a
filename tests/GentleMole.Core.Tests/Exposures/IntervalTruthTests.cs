using GentleMole.Core.Exposures;

namespace GentleMole.Core.Tests.Exposures;

/// <summary>Whether the ± of marks are as wide as they should be, by what was dug up.</summary>
public class IntervalTruthTests
{
    /// <summary>Place and depth of some holes, their ± so many times too narrow.</summary>
    private static List<Estimate> Holes(int count, double tooNarrow, Random random, double bias = 0) =>
        [.. Enumerable.Range(0, 2 * count).Select(_ => 0.03 + (0.1 * random.NextDouble())).Select(sigma => Estimate.Symmetric(sigma * ((tooNarrow * Deviate.Normal(random)) + bias), 1.96 * sigma))];

    [Fact]
    public void Sixty_holes_find_a_factor_of_one_and_a_half_within_a_tenth()
    {
        var random = new Random(18);
        var factors = Enumerable.Range(0, 200).Select(_ => IntervalTruth.Of(Holes(60, 1.5, random))).ToList();
        Assert.InRange(factors.Average(f => f.Factor.Value), 1.5 * 0.95, 1.5 * 1.05);
        Assert.InRange(factors.Count(f => Math.Abs((f.Factor.Value / 1.5) - 1) < 0.1), 160, 200);
        Assert.InRange(factors.Count(f => f.IsOffered), 195, 200);
        Assert.InRange(factors.Count(f => f.Factor.Low95 <= 1.5 && f.Factor.High95 >= 1.5), 180, 200);
    }

    [Theory]
    [InlineData(1.0)]
    [InlineData(0.6)]
    [InlineData(2.0)]
    public void Its_interval_holds_and_what_is_right_is_seldom_put_right(double tooNarrow)
    {
        var random = new Random(7);
        var found = Enumerable.Range(0, 300).Select(_ => IntervalTruth.Of(Holes(40, tooNarrow, random))).ToList();
        Assert.InRange(found.Count(f => f.Factor.Low95 <= tooNarrow && f.Factor.High95 >= tooNarrow), 270, 300);
        var offered = found.Count(f => f.IsOffered);
        if (tooNarrow == 1)
        {
            Assert.InRange(offered, 0, 24);
        }
        else
        {
            Assert.InRange(offered, 285, 300);
        }
    }

    [Fact]
    public void A_few_holes_change_little_and_nothing_is_offered()
    {
        var few = IntervalTruth.Of([.. Enumerable.Repeat(Estimate.Symmetric(0.3, 0.1), 2), Estimate.Symmetric(-0.3, 0.1)]);
        Assert.False(few.IsOffered);
        Assert.InRange(few.Factor.Value, 1, 3);
        Assert.Equal((3, 0), (few.Holes, few.Inside));
        var none = IntervalTruth.Of([]);
        Assert.Equal((0, 1.0), (none.Holes, none.Factor.Value));
        Assert.True(double.IsNaN(none.Share.Value) && !none.IsOffered && !none.IsBiased);
    }

    [Fact]
    public void One_wild_mark_is_a_blunder_and_widens_nothing()
    {
        var holes = Holes(30, 1, new Random(3));
        var with = IntervalTruth.Of([.. holes, Estimate.Symmetric(5, 0.1), Estimate.Symmetric(double.NaN, 0.1), Estimate.Symmetric(0.1, 0)]);
        Assert.Equal(IntervalTruth.Of(holes).Factor.Value, with.Factor.Value, 2);
        Assert.Equal(60, with.Holes);
    }

    [Fact]
    public void A_lean_to_one_side_is_told_and_is_no_width()
    {
        var lean = IntervalTruth.Of(Holes(60, 1, new Random(5), bias: 0.8));
        Assert.True(lean.IsBiased);
        Assert.InRange(lean.Mean.Value, 0.5, 1.1);
        Assert.InRange(lean.Factor.Value, 0.85, 1.15);
        Assert.False(IntervalTruth.Of(Holes(60, 1, new Random(6))).IsBiased);
    }

    [Fact]
    public void A_group_with_few_holes_leans_on_the_firm_and_one_with_many_stands_alone()
    {
        var random = new Random(9);
        var firm = IntervalTruth.Of(Holes(200, 1.5, random));
        Assert.InRange(firm.OfGroup(Holes(2, 1, random)).Factor.Value, 1.1, 1.6);
        Assert.InRange(firm.OfGroup(Holes(200, 1, random)).Factor.Value, 0.9, 1.15);
    }

    [Fact]
    public void Shares_have_an_honest_interval()
    {
        var all = IntervalTruth.Of(Holes(50, 1, new Random(2)));
        Assert.InRange(all.Share.Value, 0.88, 1);
        Assert.True(all.Share.Low95 < 0.95 && all.Share.High95 > 0.95);
    }
}
