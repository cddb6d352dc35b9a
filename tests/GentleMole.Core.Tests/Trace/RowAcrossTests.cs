using CsCheck;
using GentleMole.Core.Pinpoint;
using GentleMole.Core.Site;
using GentleMole.Core.Trace;

namespace GentleMole.Core.Tests.Trace;

/// <summary>Readings taken one by one, put together into the row of a dot.</summary>
public class RowAcrossTests
{
    private static readonly SitePoint Dot = new(12, 40);
    private static readonly SitePoint Ahead = Azimuth.Of(30).Direction;

    private static SitePoint At(double aside, double along = 0) => Dot + (Ahead.Right * aside) + (Ahead * along);

    [Fact]
    public void What_lies_across_the_dot_is_its_row_from_left_to_right()
    {
        var row = RowAcross.Of([(At(0.4), 8, 3), (At(-0.4), 7, null), (At(0, 0.2), 11, 0.1), (At(0.1, 2), 99, null), (At(-5), 99, null)], Dot, Ahead, 0.05);
        Assert.Equal([new CrossReading(-0.4, 0.05, 7, null), new(0, 0.05, 11, 0.1), new(0.4, 0.05, 8, 3)], row);
    }

    [Fact]
    public void A_place_read_twice_has_its_later_reading_and_two_readings_are_no_row()
    {
        Assert.Equal(6, RowAcross.Of([(At(0.2), 5, null), (At(0.2), 6, null), (At(0), 7, null), (At(-0.2), 6, null)], Dot, Ahead, 0)[^1].Peak);
        Assert.Empty(RowAcross.Of([(At(0.2), 5, null), (At(0), 7, null)], Dot, Ahead, 0));
        Assert.Empty(RowAcross.Of([], Dot, Ahead, 0));
    }

    [Fact]
    public void Walked_the_other_way_left_is_right() =>
        Gen.Double[-2.9, 2.9].Array[3, 9].Sample(
            offsets =>
            {
                var readings = offsets.DistinctBy(o => Math.Round(o, 1)).Select(o => (At(Math.Round(o, 1)), 10 + o, (double?)null)).ToList();
                var (one, other) = (RowAcross.Of(readings, Dot, Ahead, 0), RowAcross.Of(readings, Dot, Ahead * -1, 0));
                Assert.Equal(one.Select(r => (Math.Round(-r.OffsetMetres, 2) + 0.0, r.Peak)).Reverse(), other.Select(r => (r.OffsetMetres + 0.0, r.Peak)));
            },
            iter: 50);

    [Theory]
    [InlineData("row", true)]
    [InlineData(" Row ", true)]
    [InlineData("rows", false)]
    [InlineData("gas", false)]
    public void A_reading_says_that_it_belongs_to_a_row(string utility, bool is_) => Assert.Equal(is_, RowAcross.IsNamed(utility));
}
