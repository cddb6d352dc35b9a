using CsCheck;
using GentleMole.Core.Lines;
using GentleMole.Core.Paint;
using GentleMole.Core.Site;
using GentleMole.Core.Trace;

namespace GentleMole.Core.Tests.Paint;

/// <summary>What is said of the ground, of ends and tees, of dots out of line, and what to photograph.</summary>
public class PaintSiteTests
{
    private static readonly SitePoint[] Bed = [new(0, 0), new(4, 0), new(4, 4), new(0, 4)];
    private static readonly SitePoint[] Dig = [new(10, 0), new(14, 0), new(14, 4), new(10, 4)];

    private static MarkPoint Dot(double east, double north, int number, double half = 0.1) => new(new SitePoint(east, north), half, Estimate.Symmetric(0.8, 0.1), Verdict.Sound, number);

    private static PaintLine Line(int id, UtilityKind kind, params (double East, double North)[] at) => new(id, kind, TracedLine.InOrder([.. at.Select((p, i) => Dot(p.East, p.North, i + 1))]), "label", null);

    [Fact]
    public void The_worst_of_what_is_said_of_a_place_holds()
    {
        var site = new PaintSite(PaintGround.Holds, [(PaintGround.Loose, Bed), (PaintGround.Driven, Bed.Select(p => p * 0.5).ToArray()), (PaintGround.Loose, [new(0, 0), new(1, 1)])], Dig);
        Assert.Equal(PaintGround.Driven, site.At(new(1, 1)));
        Assert.Equal(PaintGround.Loose, site.At(new(3, 3)));
        Assert.Equal(PaintGround.Holds, site.At(new(6, 2)));
        Assert.Equal(PaintGround.Driven, site.At(new(12, 2)));
        Assert.Equal(PaintGround.Driven, site.At(new(9.01, 2)));
        Assert.Equal(PaintGround.Holds, site.At(new(8.99, 2)));
        Assert.Equal(PaintGround.Loose, new PaintSite(PaintGround.Loose, [], null).At(new(12, 2)));
        Assert.Equal(PaintGround.Driven, new PaintSite(PaintGround.Loose, [], Dig).At(new(12, 2)));
        Assert.Equal(PaintGround.Holds, new PaintSite(PaintGround.Holds, [], [new(0, 0), new(2, 2), new(2, 0), new(0, 2)]).At(new(1, 1)));
    }

    [Fact]
    public void An_end_on_another_of_its_kind_is_a_tee_of_that_and_one_at_a_meter_is_an_end()
    {
        var main = Line(1, UtilityKind.Gas, (0, 0), (10, 0), (20, 0));
        var branch = Line(2, UtilityKind.Gas, (10, 0.2), (10, 6));
        var other = Line(3, UtilityKind.Water, (12, 0), (12, 6));
        var meter = new Placed(FeatureKind.Meter, [new SitePoint(10.3, 6.4)], UtilityKind.Gas, "", null, 0.1);
        var foreign = new Placed(FeatureKind.Meter, [new SitePoint(20.2, 0)], UtilityKind.Water, "", null, 0.1);
        var joined = PaintJoins.Of([main, branch, other], [meter, foreign, new Placed(FeatureKind.Tree, [new SitePoint(0, 0)], null, "", null, 0.1)]);
        var tee = Assert.Single(joined[0].Tees);
        Assert.Equal((10, 0, 10, 6), (tee.At.East, tee.At.North, tee.Towards.East, tee.Towards.North));
        Assert.Empty(joined[1].Tees);
        Assert.Empty(joined[2].Tees);
        Assert.Equal([(false, false), (false, true), (false, false)], joined.Select(l => (l.BeginsHere, l.EndsHere)));

        // Painted so: a stub towards the branch, a bar at the meter, no arrow where it ends on the main.
        var plan = PaintPlan.Of(joined[0], PaintCustom.Shipped[0], _ => PaintGround.Holds);
        Assert.Single(plan.Marks, m => m.Kind == PaintMarkKind.Tee && m.To.North > 0.2);
        var branched = PaintPlan.Of(joined[1], PaintCustom.Shipped[0], _ => PaintGround.Holds);
        Assert.Single(branched.Marks, m => m.Kind == PaintMarkKind.End);
        Assert.Equal(0, branched.CountOf(PaintMarkKind.GoesOn));
        Assert.Equal(2, plan.CountOf(PaintMarkKind.GoesOn));
    }

    [Fact]
    public void What_was_seen_at_a_dot_is_painted_an_end_a_bend_and_a_tee_that_asks_until_its_branch_is_marked()
    {
        var main = Line(1, UtilityKind.Water, (0, 0), (5, 0), (10, 0.5), (15, 1)) with
        {
            Noted = [(new(15, 1), LineFeature.End), (new(5, 0), LineFeature.Bend), (new(10, 0.5), LineFeature.Tee), (new(0, 3), LineFeature.End)],
        };
        var alone = Assert.Single(PaintJoins.Of([main], []));
        Assert.Equal((false, true), (alone.BeginsHere, alone.EndsHere));
        Assert.Equal([new SitePoint(10, 0.5)], alone.TeesNotFollowed);
        var plan = PaintPlan.Of(alone, PaintCustom.Shipped[0], _ => PaintGround.Holds);
        Assert.Equal((1, 1, 1, 1, 0), (plan.CountOf(PaintMarkKind.End), plan.CountOf(PaintMarkKind.GoesOn), plan.CountOf(PaintMarkKind.Bend), plan.CountOf(PaintMarkKind.TeeNotFollowed), plan.CountOf(PaintMarkKind.Tee)));
        Assert.Equal("?", plan.Marks.Single(m => m.Kind == PaintMarkKind.TeeNotFollowed).Text);
        Assert.True(plan.LookAgain.Single(l => l.Point.Number == 2).IsBend);
        Assert.False((plan.Line with { Noted = [] }).IsSeenToBendAt(new(5, 0)));

        // The branch is marked: the tee asks no more, and seen from the branch it is no other tee.
        var branch = Line(2, UtilityKind.Water, (10.1, 0.7), (10, 5)) with { Noted = [(new(10.1, 0.7), LineFeature.Tee)] };
        var joined = PaintJoins.Of([main, branch], []);
        Assert.All(joined, l => Assert.Empty(l.TeesNotFollowed));
        Assert.Single(joined[0].Tees);
        Assert.Equal((true, false), (joined[1].BeginsOnAnother, joined[1].EndsOnAnother));
    }

    [Fact]
    public void A_dot_out_of_line_by_more_than_the_doubts_explain_is_looked_at_and_one_within_is_not() =>
        Gen.Select(Gen.Double[0.02, 0.3], Gen.Double[-0.6, 0.6]).Sample((half, aside) =>
        {
            var line = TracedLine.InOrder([Dot(0, 0, 1, half), Dot(5, aside, 2, half), Dot(10, 0, 3, half)]);
            var allowed = half * Math.Sqrt(1.5);
            if (Math.Abs(Math.Abs(aside) - allowed) > 1e-6)
            {
                Assert.Equal(Math.Abs(aside) > allowed ? 1 : 0, LineUp.Of(line).Count);
                Assert.All(LineUp.Of(line), l => Assert.Equal(-aside, l.AsideMetres, 9));
            }
        });

    [Fact]
    public void A_bend_is_enough_shown_by_dots_on_both_its_sides()
    {
        Assert.Equal((2, true), LineUp.Of(TracedLine.InOrder([Dot(0, 0, 1), Dot(8, 0, 2), Dot(8, 8, 3)])).Select(l => (l.Point.Number, l.IsBend)).Single());
        Assert.Empty(LineUp.Of(TracedLine.InOrder([Dot(0, 0, 1), Dot(7, 0, 2), Dot(8, 0, 3), Dot(8, 1, 4), Dot(8, 8, 5)])));
        Assert.Empty(LineUp.Of(TracedLine.InOrder([Dot(0, 0, 1), Dot(5, 5, 2)])));
        Assert.Empty(LineUp.Of(TracedLine.InOrder([Dot(0, 0, 1), Dot(5, 5, 2), Dot(0, 0, 3)])));
    }

    [Fact]
    public void Photographs_are_asked_for_along_each_line_where_two_cross_and_where_marks_ask()
    {
        PaintPlan Plan(PaintLine line, PaintGround ground = PaintGround.Holds) => PaintPlan.Of(line, PaintCustom.Shipped[0], p => ground == PaintGround.Driven && p.North is > -2 and < 2 ? ground : PaintGround.Holds);
        var shots = PaintShot.Of([Plan(Line(1, UtilityKind.Gas, (0, 0), (8, 0))), Plan(Line(2, UtilityKind.Water, (4, -4), (4, 4)) with { IsAsked = true }), Plan(Line(3, UtilityKind.Electric, (0, 9)))]);
        Assert.Equal(4, shots.Count(s => s.Kind == PaintShotKind.Along));
        var crossing = Assert.Single(shots, s => s.Kind == PaintShotKind.Crossing);
        Assert.Equal([1, 2], crossing.Lines);
        Assert.Equal(0, crossing.From.DistanceTo(new SitePoint(4, 0)), 9);
        Assert.All(shots.Where(s => s.Kind == PaintShotKind.Doubt), s => Assert.Equal([2], s.Lines));
        Assert.DoesNotContain(shots, s => s.Lines.Contains(3));
        Assert.Contains(PaintShot.Of([Plan(Line(1, UtilityKind.Gas, (0, 0), (8, 0)), PaintGround.Driven)]), s => s.Kind == PaintShotKind.Offset);

        // Two lines side by side: one picture shows both.
        Assert.Equal(2, PaintShot.Of([Plan(Line(1, UtilityKind.Gas, (0, 0), (8, 0))), Plan(Line(2, UtilityKind.Water, (0, 1), (8, 1)))]).Count);
        Assert.Equal(PaintShot.Most, PaintShot.Of([.. Enumerable.Range(0, 60).Select(i => Plan(Line(i, UtilityKind.Gas, (0, 5 * i), (8, 5 * i))))]).Count);
    }
}
