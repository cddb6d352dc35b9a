using GentleMole.Core.Grids;
using GentleMole.Core.Site;

namespace GentleMole.Core.Tests.Grids;

/// <summary>Laying a grid of radar lines: across what is expected, round what is in the way, and when a line counts as walked.</summary>
public class GridOrderTests
{
    private static readonly SitePoint[] Yard = [new(0, 0), new(6, 0), new(6, 9), new(0, 9)];

    private static GridOrder Order(double spacing = 0.5, bool both = false, double? expected = 90) => new(Yard, expected is { } e ? Azimuth.Of(e) : null, spacing, both);

    [Fact]
    public void Lines_go_square_to_what_is_expected_side_by_side_and_back_and_forth()
    {
        var lines = Order().Lines([]);
        Assert.Equal(12, lines.Count);
        Assert.All(lines, l => Assert.Equal(9, l.From.DistanceTo(l.To), 6));
        Assert.All(lines.Zip(lines.Skip(1)), p => Assert.Equal(0.5, Math.Abs(p.Second.From.East - p.First.From.East), 6));
        Assert.All(lines.Zip(lines.Skip(1)), p => Assert.True((p.First.To.North - p.First.From.North) * (p.Second.To.North - p.Second.From.North) < 0));

        // Expected north–south: lines east–west. Both ways: the others too.
        Assert.All(Order(expected: 0).Lines([]), l => Assert.Equal(l.From.North, l.To.North, 6));
        Assert.Equal(12 + 18, Order(both: true).Lines([]).Count);
    }

    [Fact]
    public void Nobody_walks_through_a_shed()
    {
        SitePoint[] shed = [new(1.9, 4), new(4.1, 4), new(4.1, 6), new(1.9, 6)];
        var lines = Order().Lines([shed]);
        Assert.DoesNotContain(lines, l => l.From.East is > 1.9 and < 4.1 && Math.Min(l.From.North, l.To.North) < 4.9 && Math.Max(l.From.North, l.To.North) > 5.1);
        Assert.True(lines.Count > 12);
    }

    [Theory]
    [InlineData(0.02, 0.1, 9.05, true)]
    [InlineData(0.14, 0, 8.9, true)]
    [InlineData(0.3, 0, 9, false)]
    [InlineData(0, 0, 6, false)]
    public void A_profile_that_lies_along_a_line_over_most_of_it_ticks_it_off(double aside, double from, double to, bool isWalked)
    {
        var order = Order();
        var line = order.Lines([])[0];
        var (start, end) = (new SitePoint(line.From.East + aside, from), new SitePoint(line.From.East + aside, to));
        Assert.Equal(isWalked, order.IsWalked(line, start, end));
        Assert.Equal(isWalked, order.IsWalked(line, end, start));
        Assert.False(order.IsWalked(order.Lines([])[3], start, end));
    }

    [Fact]
    public void Nearer_lines_and_longer_pipes_are_likelier_told_from_stones()
    {
        Assert.True(Order(0.5).ChanceTold(5) > Order(1).ChanceTold(5));
        Assert.True(Order(0.5).ChanceTold(6) >= Order(0.5).ChanceTold(3));
        Assert.True(Order(0.5).ChanceTold(5, 60) < Order(0.5).ChanceTold(5));

        // One that runs along the lines is crossed by none; lines the other way cross it.
        Assert.Equal(0, Order(0.5).ChanceTold(5, 90), 6);
        Assert.True(Order(0.5, both: true).ChanceTold(5, 90) > 0.9);
    }

    [Theory]
    [InlineData(0.05)]
    [InlineData(1e300)]
    [InlineData(5e-324)]
    [InlineData(double.NaN)]
    public void A_spacing_that_cannot_be_is_refused(double spacing) => Assert.Contains(Order(spacing).Check(), e => e.Field == "spacing");

    [Fact]
    public void Time_is_walking_turning_and_flags()
    {
        var lines = Order().Lines([]);
        Assert.InRange(GridOrder.Time(lines).TotalMinutes, lines.Count * 9 / 60.0, lines.Count * 60 / 60.0);
        Assert.True(GridOrder.Time(Order(both: true).Lines([])) > GridOrder.Time(lines));
    }
}
