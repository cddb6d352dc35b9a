using CsCheck;
using GentleMole.Core.Lines;
using GentleMole.Core.Paint;
using GentleMole.Core.Site;
using GentleMole.Core.Trace;

namespace GentleMole.Core.Tests.Paint;

/// <summary>What is painted of a line: never more than was found, never a gap longer than the place wants, nothing where paint does not hold.</summary>
public class PaintPlanTests
{
    private static readonly PaintCustom Place = PaintCustom.Shipped[0];

    private static MarkPoint Dot(double east, double north, int number, Verdict verdict = Verdict.Sound) =>
        new(new SitePoint(east, north), 0.1, Estimate.Symmetric(0.8, 0.1), verdict, number);

    private static PaintLine Line(double? outside = null, params MarkPoint[] dots) => new(1, UtilityKind.Gas, TracedLine.InOrder(dots), "G TG 63 PE", outside);

    private static PaintLine Straight(double length = 20, double? outside = null) =>
        Line(outside, [.. Enumerable.Range(0, (int)(length / 5) + 1).Select(i => Dot(5.0 * i, 0, i + 1))]);

    private static PaintPlan Plan(PaintLine line, Func<SitePoint, PaintGround>? ground = null) => PaintPlan.Of(line, Place, ground ?? (_ => PaintGround.Holds));

    private static List<PaintMark> Of(PaintPlan plan, PaintMarkKind kind) => [.. plan.Marks.Where(m => m.Kind == kind)];

    [Fact]
    public void Dashes_begin_at_the_first_dot_end_at_the_last_and_leave_no_longer_gap_than_the_place_wants() =>
        Gen.Select(Gen.Double[0.2, 9], Gen.Double[0.1, 2], Gen.Double[0.1, 5]).Sample((length, dash, gap) =>
        {
            var plan = PaintPlan.Of(Line(null, Dot(0, 0, 1), Dot(length, 0, 2)), Place with { DashMetres = dash, GapMetres = gap }, _ => PaintGround.Holds);
            var dashes = Of(plan, PaintMarkKind.Dash);
            Assert.Equal(0, dashes[0].From.East, 9);
            Assert.Equal(length, dashes[^1].To.East, 9);
            Assert.All(dashes.Zip(dashes.Skip(1)), p => Assert.True(p.Second.From.East - p.First.To.East <= gap + 1e-9));
            Assert.All(dashes, d => Assert.Equal(Math.Min(dash, length), d.LengthMetres, 9));
        });

    [Fact]
    public void What_was_not_found_is_not_painted_and_what_is_doubtful_asks()
    {
        var plan = Plan(Line(null, Dot(0, 0, 1), Dot(5, 0, 2), Dot(17, 0, 3), Dot(22, 0, 4), Dot(27, 0, 5, Verdict.Caution)));
        Assert.Equal((5, 17), Assert.Single(plan.Unpainted));
        Assert.DoesNotContain(plan.Marks, m => m.ChainageMetres is > 5.001 and < 16.999);
        Assert.All(Of(plan, PaintMarkKind.Query), q => Assert.InRange(q.ChainageMetres, 22, 27));
        Assert.NotEmpty(Of(plan, PaintMarkKind.Query));

        // Wider gaps where it is doubtful.
        double Longest(double from, double to) => Of(plan, PaintMarkKind.Dash).Where(d => d.ChainageMetres > from && d.ChainageMetres < to).Select(d => d.ChainageMetres).Order().ToList() is var at ? at.Zip(at.Skip(1), (a, b) => b - a).Max() : 0;
        Assert.True(Longest(22, 27) > Longest(0, 5));
        Assert.Empty(Plan(Line(null, Dot(0, 0, 1))).Marks);
    }

    [Fact]
    public void A_wide_pipe_is_marked_at_both_its_edges()
    {
        var (narrow, wide) = (Plan(Straight()), Plan(Straight(outside: 0.6)));
        Assert.Equal(2 * Of(narrow, PaintMarkKind.Dash).Count, Of(wide, PaintMarkKind.Dash).Count);
        Assert.All(Of(wide, PaintMarkKind.Dash), d => Assert.Equal(0.3, Math.Abs(d.From.North), 9));
        Assert.All(Of(narrow, PaintMarkKind.Dash), d => Assert.Equal(0, d.From.North, 9));
    }

    [Fact]
    public void Where_paint_does_not_hold_stakes_stand_from_where_it_begins_to_the_end_and_no_farther_apart_than_a_few_metres()
    {
        var plan = Plan(Straight(40), p => p.East < 10 ? PaintGround.Holds : PaintGround.Loose);
        Assert.All(plan.Marks.Where(m => m.Kind != PaintMarkKind.Stake), m => Assert.True(m.ChainageMetres < 10.001));
        var stakes = Of(plan, PaintMarkKind.Stake);
        Assert.InRange(stakes[0].ChainageMetres, 10, 10.5);
        Assert.Equal(40, stakes[^1].ChainageMetres, 9);
        Assert.All(stakes.Zip(stakes.Skip(1)), p => Assert.InRange(p.Second.ChainageMetres - p.First.ChainageMetres, 2, 5));
        Assert.True(Plan(Straight(40)).Millilitres > plan.Millilitres);
        Assert.Empty(plan.Homeless);
    }

    [Fact]
    public void Where_works_drive_stakes_stand_beside_as_near_as_nobody_drives_and_square_to_the_line() =>
        Gen.Select(Gen.Double[0.2, 5.4], Gen.Double[0.2, 9]).Sample((right, left) =>
        {
            // A lane along the line, so wide to its right (south of a line that runs east) and to its left.
            var plan = Plan(Straight(20), p => p.North > -right && p.North < left ? PaintGround.Driven : PaintGround.Holds);
            var stakes = Of(plan, PaintMarkKind.OffsetStake);
            Assert.Equal(plan.Marks.Count, stakes.Count);
            Assert.Equal(0, stakes[0].ChainageMetres);
            Assert.Equal(20, stakes[^1].ChainageMetres, 9);
            Assert.All(stakes, s =>
            {
                Assert.False(s.From.North > -right && s.From.North < left);
                Assert.Equal(s.To.East, s.From.East, 9);
                Assert.Equal(0, s.To.North, 9);
                Assert.InRange(s.LengthMetres, 1, Math.Min(6, Math.Max(1, Math.Min(right, left)) + 0.5 + 1e-9));
            });
        });

    [Fact]
    public void Where_neither_paint_nor_a_stake_has_a_place_it_is_said()
    {
        var plan = Plan(Straight(10), _ => PaintGround.Driven);
        Assert.Empty(plan.Marks);
        Assert.Equal([0, 5, 10], plan.Homeless);
    }

    [Fact]
    public void A_stake_stands_where_the_line_turns_so_that_no_string_cuts_the_corner()
    {
        var line = Line(null, Dot(0, 0, 1), Dot(4, 0, 2), Dot(7, 0, 3), Dot(7, 4, 4));
        Assert.Equal([0, 3.5, 7, 11], Of(Plan(line, _ => PaintGround.Loose), PaintMarkKind.Stake).Select(s => Math.Round(s.ChainageMetres, 9)));
        Assert.Equal([0, 5, 10], Of(Plan(Straight(10), _ => PaintGround.Loose), PaintMarkKind.Stake).Select(s => Math.Round(s.ChainageMetres, 9)));
    }

    [Fact]
    public void What_nobody_has_settled_asks_all_along()
    {
        var plan = Plan(Straight(20) with { IsAsked = true });
        Assert.Equal(Of(plan, PaintMarkKind.Label).Count, Of(plan, PaintMarkKind.Query).Count);
        Assert.Empty(Of(Plan(Straight(20)), PaintMarkKind.Query));

        // A stake asks as well.
        Assert.All(Of(Plan(Straight(20) with { IsAsked = true }, _ => PaintGround.Loose), PaintMarkKind.Stake), s => Assert.EndsWith("?", s.Text, StringComparison.Ordinal));
        Assert.All(Of(Plan(Straight(20), _ => PaintGround.Loose), PaintMarkKind.Stake), s => Assert.Equal("G TG 63 PE", s.Text));
    }

    [Fact]
    public void Every_dot_that_is_painted_shows_which_way_the_line_runs_there()
    {
        var ticks = Of(Plan(Line(null, Dot(0, 0, 1), Dot(5, 0, 2), Dot(5, 5, 3))), PaintMarkKind.Tick);
        Assert.Equal([0, 5, 10], ticks.Select(t => Math.Round(t.ChainageMetres, 9)));
        Assert.All(ticks, t => Assert.Equal(0.15, t.LengthMetres, 9));
        Assert.True(ticks[0].To.East > ticks[0].From.East && ticks[2].To.North > ticks[2].From.North);
    }

    [Fact]
    public void Ends_bends_and_tees_are_shown_where_they_are()
    {
        var line = Line(null, Dot(0, 0, 1), Dot(5, 0, 2), Dot(5, 5, 3)) with { BeginsHere = true, Tees = [(new SitePoint(3, 0.1), new SitePoint(3, 4))] };
        var plan = Plan(line);
        Assert.Equal(0, Assert.Single(Of(plan, PaintMarkKind.End)).ChainageMetres);
        var on = Assert.Single(Of(plan, PaintMarkKind.GoesOn));
        Assert.Equal((5, 5), (on.From.East, on.From.North));
        Assert.True(on.To.North > 5);
        Assert.Equal(5, Assert.Single(Of(plan, PaintMarkKind.Bend)).ChainageMetres, 9);
        var tee = Assert.Single(Of(plan, PaintMarkKind.Tee));
        Assert.Equal(3, tee.From.East, 9);
        Assert.True(tee.To.North > 0.2);
    }

    [Fact]
    public void Labels_stand_no_farther_apart_than_the_place_wants_and_every_piece_has_one()
    {
        var labels = Of(Plan(Straight(45)), PaintMarkKind.Label);
        Assert.Equal(5, labels.Count);
        Assert.All(labels.Zip(labels.Skip(1)), p => Assert.True(p.Second.ChainageMetres - p.First.ChainageMetres <= Place.LabelEveryMetres + 1e-9));
        Assert.Single(Of(Plan(Straight(5)), PaintMarkKind.Label));
    }

    [Fact]
    public void Lines_are_painted_from_the_nearest_end_on_and_each_once()
    {
        PaintPlan At(int id, double from, double to) => Plan(Line(null, Dot(from, id, 1), Dot(to, id, 2)) with { LineId = id });
        var order = PaintPlan.Order([At(1, 0, 8), At(2, 9, 1), At(3, 0, 8)], new SitePoint(0, 0));
        Assert.Equal([(1, false), (2, false), (3, false)], order.Select(o => (o.Plan.Line.LineId, o.IsBackwards)));
        Assert.Equal([(3, true), (2, true), (1, true)], PaintPlan.Order([At(1, 0, 8), At(2, 9, 1), At(3, 0, 8)], new SitePoint(8, 4)).Select(o => (o.Plan.Line.LineId, o.IsBackwards)));
    }

    [Fact]
    public void Customs_that_are_shipped_are_sound_and_nonsense_is_told_at_its_field()
    {
        Assert.All(PaintCustom.Shipped, c =>
        {
            Assert.Empty(c.Check());
            Assert.Equal(Utilities.All.Count, c.Colours.Count);
        });
        Assert.Equal(["tolerance", "dash", "gap", "label"], (Place with { ToleranceMetres = 1e-10, DashMetres = double.NaN, GapMetres = 1e300, LabelEveryMetres = 5e-324 }).Check().Select(e => e.Field));
        Assert.Equal(["name"], (Place with { Name = " " }).Check().Select(e => e.Field));

        PaintCustom Lettered(UtilityKind kind, string letters) => Place with { Letters = new Dictionary<UtilityKind, string>(Place.Letters) { [kind] = letters } };
        Assert.Equal(["letterElectric", "letterWater"], Lettered(UtilityKind.Water, "e").Check().Select(e => e.Field));
        Assert.All(["", "LONG", "É", "W ", "<b>"], wrong => Assert.Equal(["letterWater"], Lettered(UtilityKind.Water, wrong).Check().Select(e => e.Field)));
        Assert.Equal(["colourGas"], (Place with { Colours = new Dictionary<UtilityKind, PaintColour>(Place.Colours) { [UtilityKind.Gas] = (PaintColour)99 } }).Check().Select(e => e.Field));
    }
}
