using GentleMole.Core.Lines;
using GentleMole.Core.Practice;
using GentleMole.Core.Site;
using GentleMole.Core.Sonde;

namespace GentleMole.Core.Tests.Sonde;

public class SondeRouteTests
{
    private const int Many = 150;

    private static SondeRouteTask Straight(double fall, int count = 10, double step = 4, double sigma = 0.05) =>
        new([.. Enumerable.Range(0, count).Select(i => new SondeFix(2 + (i * step * 1.004), new SitePoint(i * step, 0), new Depth(1 + (fall * i * step)), 0))], sigma, sigma);

    [Theory]
    [InlineData(0.02)]
    [InlineData(0)]
    [InlineData(-0.015)]
    public void An_even_pipe_has_its_fall_and_nothing_wrong(double fall)
    {
        var route = SondeRoute.Of(Straight(fall)).Value;
        Assert.Equal(fall, route.FallPerMetre.Value, 1e-3);
        Assert.InRange(fall, route.FallPerMetre.Low95, route.FallPerMetre.High95);
        Assert.Equal(36 * Math.Sqrt(1 + (fall * fall)), route.LengthMetres, 0.2);
        Assert.Empty(route.Outliers);
        Assert.Empty(route.Backfalls);
        Assert.All(route.Steps, s => Assert.Equal(StepVerdict.Fits, s.Verdict));
    }

    [Fact]
    public void The_fall_is_from_level_and_not_from_the_ground()
    {
        // The surface falls as the pipe does: the depth stays, and the pipe falls all the same.
        var task = Straight(0);
        var sloping = task with { Fixes = [.. task.Fixes.Select((f, i) => f with { GroundMetres = 3 - (0.02 * 4 * i) })] };
        Assert.Equal(0.02, SondeRoute.Of(sloping).Value.FallPerMetre.Value, 1e-3);
    }

    [Fact]
    public void The_order_in_which_fixes_are_given_changes_nothing_but_their_numbers()
    {
        var drain = MadeUpDrain.Make(new Random(5));
        var mixed = drain.Task.Fixes.Select((f, i) => (f, i)).OrderBy(f => (f.i * 7) % 11).ToList();
        var (one, other) = (SondeRoute.Of(drain.Task).Value, SondeRoute.Of(drain.Task with { Fixes = [.. mixed.Select(m => m.f)] }).Value);
        Assert.Equal(one.FallPerMetre, other.FallPerMetre);
        Assert.Equal(one.Points.Select(p => p.Fix), other.Points.Select(p => mixed[p.Fix].i));
        Assert.Equal(one.Outliers.Order(), other.Outliers.Select(o => mixed[o].i).Order());
    }

    [Fact]
    public void Moved_and_turned_it_is_the_same_pipe()
    {
        var task = MadeUpDrain.Make(new Random(8)).Task;
        var turned = task with { Fixes = [.. task.Fixes.Select(f => f with { Place = new SitePoint(500 - f.Place.North, f.Place.East - 80), GroundMetres = f.GroundMetres + 40 })] };
        var (one, other) = (SondeRoute.Of(task).Value, SondeRoute.Of(turned).Value);
        Assert.Equal(one.FallPerMetre.Value, other.FallPerMetre.Value, 1e-9);
        Assert.Equal(one.LengthMetres, other.LengthMetres, 1e-6);
        Assert.Equal(one.Outliers, other.Outliers);
    }

    [Fact]
    public void A_step_farther_than_the_cable_and_a_coil_are_named()
    {
        var fixes = Straight(0.01).Fixes.ToList();
        for (var i = 6; i < fixes.Count; i++)
        {
            fixes[i] = fixes[i] with { PaidOutMetres = fixes[i].PaidOutMetres + 3 };
        }

        var coil = SondeRoute.Of(new SondeRouteTask(fixes, 0.05, 0.05)).Value;
        Assert.Equal([5], coil.Steps.Index().Where(s => s.Item.Verdict == StepVerdict.Slack).Select(s => s.Index));
        fixes[3] = fixes[3] with { Place = fixes[3].Place + new SitePoint(1.6, 0) };
        Assert.Equal(StepVerdict.TooLong, SondeRoute.Of(new SondeRouteTask(fixes, 0.05, 0.05)).Value.Steps[2].Verdict);
    }

    [Fact]
    public void A_depth_typed_wrong_is_no_backfall_and_a_backfall_is_no_depth_typed_wrong()
    {
        var typed = Straight(0.01).Fixes.ToList();
        typed[4] = typed[4] with { Depth = new Depth(typed[4].Depth.Metres - 0.6) };
        var wrong = SondeRoute.Of(new SondeRouteTask(typed, 0.05, 0.03)).Value;
        Assert.Equal([4], wrong.Outliers);
        Assert.Empty(wrong.WrongPlaces);
        Assert.Empty(wrong.Backfalls);

        var risen = Straight(0.01).Fixes.Select((f, i) => i > 5 ? f with { Depth = new Depth(f.Depth.Metres - 0.35) } : f).ToList();
        var route = SondeRoute.Of(new SondeRouteTask(risen, 0.05, 0.03)).Value;
        Assert.Empty(route.Outliers);
        var back = Assert.Single(route.Backfalls);
        Assert.InRange(back.From, 4, 5);
        Assert.InRange(back.To, 6, 7);
        Assert.InRange(back.RiseMetres, 0.2, 0.4);
    }

    /// <summary>A pipe that drops over a step falls there more than elsewhere: nothing stands in it.</summary>
    [Fact]
    public void A_stretch_that_falls_steeply_is_no_backfall()
    {
        var told = Enumerable.Range(0, Many).Select(i =>
        {
            var random = new Random(44_000 + i);
            var from = random.Next(3, 8);
            return SondeRoute.Of(new SondeRouteTask(
                [.. Enumerable.Range(0, 13).Select(k => new SondeFix(2 + (k * 4.016), new SitePoint(k * 4, 0), new Depth(1.1 + (0.012 * 4 * k) + (0.45 * Math.Clamp((k - from) / 2.0, 0, 1)) + (0.03 * Deviate.Normal(random))), 0))],
                0.1, 0.03)).Value.Backfalls.Count;
        }).ToList();
        Assert.InRange(told.Sum(), 0, 3);
    }

    [Fact]
    public void Hidden_drains_are_told_as_they_are()
    {
        var told = Enumerable.Range(0, Many).Select(i =>
        {
            var drain = MadeUpDrain.Make(new Random(81_000 + i));
            return (Drain: drain, Route: SondeRoute.Of(drain.Task).Value);
        }).ToList();
        var off = told.Select(t => Math.Abs(t.Route.FallPerMetre.Value - t.Drain.FallPerMetre)).Order().ToList();
        Assert.InRange(off[(int)(0.9 * Many)], 0, 0.0019);
        Assert.InRange(told.Average(t => t.Drain.FallPerMetre >= t.Route.FallPerMetre.Low95 && t.Drain.FallPerMetre <= t.Route.FallPerMetre.High95 ? 1.0 : 0), 0.9, 0.99);
        var wrong = told.Select(t => (t.Route, At: t.Drain.WrongPlace ?? t.Drain.WrongDepth)).Where(t => t.At is not null).ToList();
        Assert.InRange(wrong.Average(t => t.Route.Outliers.Contains(t.At!.Value) ? 1.0 : 0), 0.93, 1);
        var rises = told.Where(t => t.Drain.Backfall is not null).ToList();
        Assert.InRange(rises.Average(t => t.Route.Backfalls.Any(b => b.From < t.Drain.Backfall!.Value.To && b.To > t.Drain.Backfall!.Value.From) ? 1.0 : 0), 0.9, 1);
        var falsely = told.Sum(t => t.Route.Outliers.Count(o => o != t.Drain.WrongPlace && o != t.Drain.WrongDepth) + (t.Drain.Backfall is null ? t.Route.Backfalls.Count : 0));
        Assert.InRange(falsely, 0, 5);
    }

    [Fact]
    public void What_the_camera_saw_lies_where_the_cable_says()
    {
        var route = SondeRoute.Of(Straight(0.02)).Value;
        var seen = route.At(2 + (6 * 1.004))!;
        Assert.Equal(6, seen.Place.East, 0.2);
        Assert.False(seen.IsBeyond);
        var beyond = route.At(2 + (40 * 1.004))!;
        Assert.True(beyond.IsBeyond);
        Assert.Equal(40, beyond.Place.East, 0.3);
        Assert.True(beyond.SigmaMetres > seen.SigmaMetres);
        Assert.Equal(-2, route.At(0)!.Place.East, 0.2);
    }

    [Fact]
    public void Two_fixes_and_fixes_at_one_length_of_cable_are_answered()
    {
        var two = SondeRoute.Of(new SondeRouteTask([new(0, new(0, 0), new(1), 0), new(4, new(4, 0), new(1.1), 0)])).Value;
        Assert.Equal(0.025, two.FallPerMetre.Value, 1e-3);
        var same = SondeRoute.Of(new SondeRouteTask([new(4, new(0, 0), new(1), 0), new(4, new(0.1, 0), new(1), 0), new(4, new(0, 0.1), new(1), 0), new(4, new(0, 0.1), new(1), 0)])).Value;
        Assert.True(double.IsFinite(same.FallPerMetre.High95) && double.IsFinite(same.LengthMetres));
        Assert.Contains("one place", SondeRoute.Of(new SondeRouteTask([new(4, new(0, 0), new(1), 0), new(9, new(0, 0), new(1), 0)])).Errors[0].Sentence, StringComparison.Ordinal);
    }
}
