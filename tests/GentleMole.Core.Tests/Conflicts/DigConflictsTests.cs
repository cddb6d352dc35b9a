using GentleMole.Core.Conflicts;
using GentleMole.Core.Marking;
using GentleMole.Core.Site;
using GentleMole.Core.Trace;

namespace GentleMole.Core.Tests.Conflicts;

/// <summary>Tolerance zones against the dig: geometry that must hold whatever the lines do.</summary>
public class DigConflictsTests
{
    private static readonly SitePoint[] Square = [new(0, 0), new(10, 0), new(10, 10), new(0, 10)];

    private static DigLine Line(int id, double half, params (double East, double North)[] places) => Deep(id, half, 1, 0.1, Verdict.Sound, places);

    private static DigLine Deep(int id, double half, double? depth, double depthHalf, Verdict verdict, params (double East, double North)[] places) => new(
        id, TracedLine.InOrder([.. places.Select((p, i) => new MarkPoint(new SitePoint(p.East, p.North), 0.1, depth is { } d ? Estimate.Symmetric(d, depthHalf) : null, verdict, i + 1))]), half, 0.1);

    [Theory]
    [InlineData(0)]
    [InlineData(17)]
    [InlineData(45)]
    [InlineData(90)]
    public void A_straight_line_right_through_takes_its_width_times_its_way(double degrees)
    {
        // A square of 10 m turned under a line that goes on far beyond both sides.
        var ahead = Azimuth.Of(degrees).Direction;
        SitePoint[] dig = [.. new[] { (-5, -5), (5, -5), (5, 5), (-5, 5) }.Select(c => (ahead * c.Item1) + (ahead.Right * c.Item2))];
        var found = DigConflicts.Of(dig, 1.2, [Line(1, 0.6, (-9 * ahead.East, -9 * ahead.North), (0, 0), (9 * ahead.East, 9 * ahead.North))]);
        var conflict = Assert.Single(found.All);
        Assert.Equal(12, found.HandSquareMetres, 6);
        Assert.Equal(12, conflict.AreaSquareMetres, 6);
        Assert.Equal(4 - 0.6, conflict.FromMetres, 0.002);
        Assert.Equal(14 + 0.6, conflict.ToMetres, 0.002);
        Assert.InRange(conflict.Middle.DistanceTo(default), 0, 0.01);
    }

    [Fact]
    public void A_bend_is_counted_once_and_round_on_its_outside()
    {
        var found = DigConflicts.Of(Square, 1, [Line(1, 0.5, (-3, 5), (5, 5), (5, 13))]);
        // Two legs of 5 m and 1 m wide share a square of half a metre's side at the corner; the outside of the bend is a quarter of a circle.
        Assert.Equal(5 + 5 - 0.25 + (Math.PI * 0.25 / 4), found.HandSquareMetres, 0.01);
        Assert.Single(found.All);
        Assert.Single(found.Bands);
    }

    [Fact]
    public void A_tee_of_two_lines_shares_its_middle()
    {
        var (main, branch) = (Line(1, 0.5, (-3, 5), (2, 5), (13, 5)), Line(2, 0.5, (5, 5), (5, 13)));
        var (one, other, both) = (DigConflicts.Of(Square, 1, [main]), DigConflicts.Of(Square, 1, [branch]), DigConflicts.Of(Square, 1, [main, branch]));
        Assert.Equal(2, both.All.Count);
        Assert.Single(both.Bands);
        // What they share: the end of the branch, half a metre of its way and the round end.
        Assert.Equal(one.HandSquareMetres + other.HandSquareMetres - 0.5 - (Math.PI * 0.25 / 2), both.HandSquareMetres, 0.01);
        Assert.True(both.HandSquareMetres < one.HandSquareMetres + other.HandSquareMetres);
    }

    [Fact]
    public void A_line_beside_the_dig_reaches_in_with_its_zone_alone_and_one_farther_does_not()
    {
        var found = DigConflicts.Of(Square, 1, [Line(1, 0.6, (-5, -0.4), (15, -0.4)), Line(2, 0.6, (-5, 10.7), (15, 10.7))]);
        var conflict = Assert.Single(found.All);
        Assert.Equal(1, conflict.LineId);
        Assert.Equal(10 + (2 * Math.Sqrt(0.36 - 0.16)), conflict.LengthMetres, 0.01);
        Assert.Equal(2, conflict.AreaSquareMetres, 0.05);
    }

    [Fact]
    public void A_line_that_leaves_and_comes_back_is_two_pieces_of_one_area()
    {
        var found = DigConflicts.Of(Square, 1, [Line(1, 0.5, (-3, 2), (14, 2), (14, 8), (-3, 8))]);
        Assert.Equal(2, found.All.Count);
        Assert.Equal(20, found.HandSquareMetres, 6);
        Assert.Equal(20, found.All.Sum(c => c.AreaSquareMetres), 0.3);
        Assert.Equal(2, found.Bands.Count);
    }

    [Fact]
    public void Room_is_from_the_bottom_of_the_dig_to_its_top_with_both_doubts()
    {
        Conflict Of(double? bottom, double? depth, double half) => DigConflicts.Of(Square, bottom, [Deep(1, 0.5, depth, half, Verdict.Sound, (-3, 5), (13, 5))], 0.1).All[0];
        var clear = Of(0.6, 1, 0.15);
        Assert.Equal(0.35, clear.RoomMetres!.Value.Value, 9);
        Assert.Equal(0.35 - Math.Sqrt((0.15 * 0.15) + 0.01), clear.RoomMetres.Value.Low95, 9);
        Assert.True(clear.IsClearBelow);
        Assert.False(Of(0.85, 1, 0.15).IsClearBelow);
        Assert.True(Of(1.2, 1, 0.1).RoomMetres!.Value.High95 < 0);
        Assert.Null(Of(null, 1, 0.1).RoomMetres);
        Assert.True(Of(0.6, null, 0.1) is { RoomMetres: null, IsClearBelow: false, IsDepthKnownThroughout: false });
    }

    [Fact]
    public void The_hole_that_settles_two_comes_first_then_the_doubtful_and_what_is_exposed_is_settled()
    {
        var crossing = new[] { Line(1, 0.5, (-3, 5), (13, 5)), Line(2, 0.5, (5, -3), (5, 13)) };
        var doubtful = Deep(3, 0.5, 1, 0.1, Verdict.Caution, (-3, 1), (4, 1));
        var found = DigConflicts.Of(Square, 1.5, [doubtful, .. crossing]);
        var order = found.Order();
        Assert.Equal([1, 2], order[0].Settles);
        Assert.Equal([0], order[1].Settles);
        Assert.Equal(0, order[0].Place.DistanceTo(new SitePoint(5, 5)), 0.01);
        Assert.Equal(found.All.Count, order.Sum(o => o.Settles.Count));

        var exposed = new DigLine(4, TracedLine.InOrder([.. new[] { (-3.0, 9.0), (13.0, 9.0) }.Select((p, i) => new MarkPoint(new SitePoint(p.Item1, p.Item2), 0.06, Estimate.Symmetric(1, 0.03), Verdict.Sound, i + 1, Exposed: true))]), 0.5, 0.1);
        Assert.Equal(QualityLevel.D, DigConflicts.Of(Square, 1.5, [exposed]).All[0].Level);
        var near = exposed with { Line = TracedLine.InOrder([.. Enumerable.Range(0, 21).Select(i => new MarkPoint(new SitePoint(-3 + (0.8 * i), 9), 0.06, Estimate.Symmetric(1, 0.03), Verdict.Sound, i + 1, Exposed: true))]) };
        Assert.Empty(DigConflicts.Of(Square, 1.5, [near]).Order());
    }

    [Fact]
    public void What_only_a_plan_tells_is_exposed_last_for_nobody_knows_where_to_dig_for_it()
    {
        var byPlan = Line(1, 0.5, (-3, 1), (13, 1)) with { IsByPlan = true };
        var found = DigConflicts.Of(Square, 1.5, [byPlan, Line(2, 0.5, (-3, 8), (13, 8))]);
        Assert.Equal([[1], [0]], found.Order().Select(o => o.Settles.ToArray()));
    }

    [Fact]
    public void Without_a_dig_or_without_lines_there_is_nothing()
    {
        Assert.Empty(DigConflicts.Of([], 1, [Line(1, 0.5, (0, 0), (1, 0))]).All);
        Assert.Empty(DigConflicts.Of([new(0, 0), new(10, 10), new(10, 0), new(0, 10)], 1, [Line(1, 0.5, (0, 5), (9, 5))]).All);
        Assert.Empty(DigConflicts.Of(Square, 1, [Line(1, 0.5, (3, 3))]).Order());
        Assert.Equal(0, DigConflicts.Of(Square, 1, []).HandSquareMetres);
    }

    [Fact]
    public void Turned_and_moved_as_a_whole_it_stays_the_same()
    {
        var random = new Random(5);
        for (var k = 0; k < 20; k++)
        {
            var places = Enumerable.Range(0, 4).Select(_ => new SitePoint((14 * random.NextDouble()) - 2, (14 * random.NextDouble()) - 2)).ToList();
            var (turn, move) = (Azimuth.Of(360 * random.NextDouble()).Direction, new SitePoint(40 * random.NextDouble(), 9));
            SitePoint Moved(SitePoint p) => (turn * p.East) + (turn.Right * p.North) + move;
            DigLine Of(IEnumerable<SitePoint> way) => Line(1, 0.6, [.. way.Select(p => (p.East, p.North))]);
            var (here, there) = (DigConflicts.Of(Square, 1, [Of(places)]), DigConflicts.Of([.. Square.Select(Moved)], 1, [Of(places.Select(Moved))]));
            Assert.Equal(here.HandSquareMetres, there.HandSquareMetres, 0.02);
            Assert.Equal(here.All.Sum(c => c.LengthMetres), there.All.Sum(c => c.LengthMetres), 0.02);
            Assert.True(here.HandSquareMetres <= 100 + 1e-9 && here.HandSquareMetres <= here.All.Sum(c => c.AreaSquareMetres) + 1e-6);
        }
    }
}
