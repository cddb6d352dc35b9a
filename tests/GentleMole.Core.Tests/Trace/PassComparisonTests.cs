using CsCheck;
using GentleMole.Core.Site;
using GentleMole.Core.Trace;

namespace GentleMole.Core.Tests.Trace;

/// <summary>Two passes over one stretch with two hookups: one line where they agree within their ±, and which holds where they part.</summary>
public class PassComparisonTests
{
    private static PassDot Dot(int number, double east, double north, double? onTarget = null, Verdict verdict = Verdict.Sound, double half = 0.06) =>
        new(new MarkPoint(new SitePoint(east, north), half, Estimate.Symmetric(0.8, 0.05), verdict, number), onTarget);

    private static List<PassDot> First(double? onTarget = null) => [.. Enumerable.Range(0, 6).Select(i => Dot(i + 1, 0, 5 * i, onTarget))];

    [Fact]
    public void Passes_that_agree_are_one_line_and_together_narrower()
    {
        var compared = PassComparison.Of(First(), [Dot(7, 0.03, 4), Dot(8, -0.04, 12), Dot(9, 0.02, 21)]);

        Assert.Equal(PassFinding.Same, compared.Finding);
        Assert.Equal(3, compared.Pairs.Count);
        Assert.All(compared.Pairs, p => Assert.True(p.Combined.HalfWidth < 0.06 && p.Agrees));
        Assert.Equal(0.03, Math.Abs(compared.Pairs[0].ApartMetres), 6);
        Assert.Equal(0, compared.Pairs[0].DeeperMetres!.Value, 6);
    }

    [Theory]
    [InlineData(0.05, 0.97, PassFinding.SecondHolds)]
    [InlineData(0.97, 0.05, PassFinding.FirstHolds)]
    [InlineData(0.6, 0.62, PassFinding.NeitherHolds)]
    public void Where_they_part_the_one_on_the_line_that_is_wanted_holds(double first, double second, PassFinding finding)
    {
        var compared = PassComparison.Of(First(first), [Dot(7, 1.1, 4, second), Dot(8, 1.2, 12, second), Dot(9, 1.1, 21, second)]);

        Assert.Equal((finding, true), (compared.Finding, compared.IsByLine));
        Assert.Equal(3, compared.Parted.Count);
    }

    [Fact]
    public void Passes_that_agree_on_another_line_are_not_combined()
    {
        var compared = PassComparison.Of(First(0.1), [Dot(7, 0.02, 4, 0.2), Dot(8, 0.0, 12, 0.05)]);

        Assert.Equal((PassFinding.BothElsewhere, true), (compared.Finding, compared.IsByLine));
        Assert.Empty(compared.ToMark);
    }

    [Fact]
    public void What_is_marked_and_what_is_left_follows_from_what_holds()
    {
        var same = PassComparison.Of(First(0.97), [Dot(7, 0.01, 4, 0.97), Dot(8, 0.02, 12, 0.97)]);
        var second = PassComparison.Of(First(0.05), [Dot(7, 1.1, 4, 0.97), Dot(8, 1.2, 12, 0.97), Dot(9, 0.01, 21, 0.97)]);

        Assert.Equal((4, 0), (same.ToMark.Count, same.ToLeave.Count));
        Assert.Equal([7, 8], second.ToMark.Select(d => d.Mark.Number));
        Assert.Equal([2, 3], second.ToLeave.Select(d => d.Mark.Number).Order());
    }

    [Fact]
    public void Where_nobody_can_say_the_line_the_signs_decide()
    {
        var compared = PassComparison.Of([.. First().Select(d => d with { Mark = d.Mark with { Verdict = Verdict.Reject } })], [Dot(7, 0.9, 4), Dot(8, 0.9, 14)]);

        Assert.Equal((PassFinding.SecondHolds, false), (compared.Finding, compared.IsByLine));
    }

    [Fact]
    public void One_dot_far_off_is_no_agreement_however_many_agree()
    {
        var second = Enumerable.Range(0, 5).Select(i => Dot(10 + i, i == 3 ? 0.6 : 0.01, 2 + (5 * i))).ToList();
        Assert.NotEqual(PassFinding.Same, PassComparison.Of(First(), second).Finding);
    }

    [Fact]
    public void Without_a_place_in_common_nothing_is_said()
    {
        Assert.Equal(PassFinding.NothingInCommon, PassComparison.Of(First(), [Dot(7, 0, 90), Dot(8, 30, 10)]).Finding);
        Assert.Equal(PassFinding.NothingInCommon, PassComparison.Of([Dot(1, 0, 0)], [Dot(2, 0, 0)]).Finding);
    }

    /// <summary>Of passes that scatter as their ± say, nearly all are called one line.</summary>
    [Fact]
    public void Passes_of_one_line_are_called_one_line()
    {
        var random = new Random(11);
        PassDot Scattered(int number, double north) => Dot(number, 0.06 / 1.96 * Deviate.Normal(random), north);
        var same = Enumerable.Range(0, 400).Count(_ =>
            PassComparison.Of([.. Enumerable.Range(0, 6).Select(i => Scattered(i, 5 * i))], [.. Enumerable.Range(0, 5).Select(i => Scattered(10 + i, 2 + (5 * i)))]).Finding == PassFinding.Same);

        Assert.True(same > 370, $"{same} of 400");
    }

    [Fact]
    public void It_does_not_hang_on_which_way_the_second_was_walked() => Gen.Double[-1.5, 1.5].Array[4].Sample(aside =>
    {
        var second = aside.Select((a, i) => Dot(10 + i, a, 3 + (6 * i))).ToList();
        return PassComparison.Of(First(), second).Finding == PassComparison.Of(First(), [.. second.AsEnumerable().Reverse()]).Finding;
    });
}
