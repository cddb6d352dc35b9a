using GentleMole.Core.Identify;
using GentleMole.Core.Lines;
using GentleMole.Core.Network;
using GentleMole.Core.Practice;
using GentleMole.Core.Site;
using GentleMole.Core.Soil;
using Vector3 = GentleMole.Core.Site.Vector3;

namespace GentleMole.Core.Tests.Identify;

/// <summary>Laws of which line it is: on a plain street of a tracer wire and a steel pipe beside it, and on made-up scenes of which the truth is known.</summary>
public class IdentificationTests
{
    private static readonly Conductor Wire = new(Metal.Copper, 0.0018, null, Coating.Polyethylene);
    private static readonly Conductor Pipe = new(Metal.Steel, 0.06, 0.004, Coating.Bitumen);

    private static IdentifyTask Street(params ObservedDot[] dots) => new()
    {
        Network = new BuriedNetwork(
            new SoilGround(80),
            [
                new NetworkLine("tracer", [new(0, 0, -0.8), new(0, 60, -0.8)], Wire, LineEnd.Open, LineEnd.Earthed(20)),
                new NetworkLine("pipe", [new(1, -5, -1), new(1, 65, -1)], Pipe, LineEnd.Open, LineEnd.Open),
            ],
            [], []),
        DoubtMetres = [0.3, 0.3], Source = new DirectSource(new LinePlace("tracer", 0), new EarthStake(new SitePoint(-8, 0)), new Drive(0.05, 60, 5)), Hertz = 8000,
        Frequencies = [512, 8000, 33_000], Target = "tracer", ShownMilliamps = 50, Dots = dots,
    };

    private static ObservedDot OnTracer(double north = 30) => new(new SitePoint(0, north), Azimuth.Of(0), 0.05)
    {
        NullOffsetMetres = 0.06, Depth = new Depth(0.81), CurrentMilliamps = 47, Way = CurrentWay.With, Direction = Azimuth.Of(1), SidewaysFraction = 0.02, LiftRatio = 1.01,
    };

    /// <summary>Right over the pipe, a little current that runs back.</summary>
    private static ObservedDot OnPipe => new(new SitePoint(1, 30), Azimuth.Of(0), 0)
    {
        NullOffsetMetres = 0.05, Depth = new Depth(1.02), CurrentMilliamps = 4, Way = CurrentWay.Against, Direction = Azimuth.Of(0),
    };

    private static IReadOnlyList<DotIdentity> Identify(IdentifyTask task, int seed = 1) => Identification.Of(task, GroundSet.Of(task, default), default, seed);

    [Fact]
    public void Chances_add_up_and_each_explanation_stands_once()
    {
        foreach (var identity in Identify(Street(OnTracer(), OnPipe)))
        {
            Assert.Equal(1, identity.Hypotheses.Sum(h => h.Probability), 9);
            Assert.Equal(5, identity.Hypotheses.Select(h => (h.Kind, h.Line)).Distinct().Count());
            Assert.Equal(identity.Hypotheses.OrderByDescending(h => h.Probability), identity.Hypotheses);
            Assert.All(identity.Hypotheses, h => Assert.Equal(h.Kind is HypothesisKind.Target or HypothesisKind.Line, h.Line is not null));
        }
    }

    [Fact]
    public void A_clean_dot_with_nearly_all_of_the_current_is_the_target()
    {
        var identity = Identify(Street(OnTracer())).Single();

        Assert.Equal(("tracer", Verdict.Sound), (identity.Best.Line, identity.Verdict));
        Assert.Empty(identity.Next);
    }

    [Fact]
    public void A_beautiful_dot_over_the_neighbour_is_refused_with_its_name_and_the_signs_say_why()
    {
        var identity = Identify(Street(OnPipe)).Single();

        Assert.Equal((HypothesisKind.Line, "pipe", Verdict.Reject), (identity.Best.Kind, identity.Best.Line, identity.Verdict));
        var current = identity.Signs.Single(s => s.Sign == IdentitySign.Current);
        Assert.True(current.Speaks(identity.Best, identity.Target) > 2, "a tenth of what was sent speaks against the target");
        Assert.True(current.Expected.Single(e => e.Line == "tracer").Low > 20);
    }

    [Fact]
    public void A_dot_that_others_show_to_stand_beside_its_line_is_told_as_disturbed()
    {
        // Dots before and behind it lie on the line; this one was read a third of a metre aside, with the current and the depth of the line.
        var aside = OnTracer() with { Position = new SitePoint(0.34, 30), NullOffsetMetres = null, Direction = null, SidewaysFraction = null };
        var identities = Identify(Street(OnTracer(26), OnTracer(29), aside, OnTracer(31), OnTracer(34)));
        double Disturbed(int dot) => identities[dot].Hypotheses.Single(h => h.Kind == HypothesisKind.Disturbed).Probability;

        Assert.True(Disturbed(2) > 0.5, $"{Disturbed(2):0.00}, beside it {Disturbed(1):0.00} {identities[2].Best}");
        Assert.True(Disturbed(1) < 0.1, $"{Disturbed(1):0.00}");
    }

    [Fact]
    public void What_dot_two_says_of_the_ground_changes_dot_one()
    {
        // Alone the first dot may be either; the second, further along and in line with it, has the tracer's depth, current and way.
        var unclear = new ObservedDot(new SitePoint(0.5, 24), Azimuth.Of(0), 0.1);
        var tracer = new ObservedDot(new SitePoint(0.55, 31), Azimuth.Of(0), 0.05) { Depth = new Depth(0.82), CurrentMilliamps = 46, Way = CurrentWay.With, NullOffsetMetres = 0.06 };

        var alone = Identify(Street(unclear)).Single();
        var together = Identify(Street(unclear, tracer));

        Assert.True(Math.Abs(together[0].OnTarget - alone.OnTarget) > 0.04, $"{alone.OnTarget:0.00} alone, {together[0].OnTarget:0.00} with the second");
        Assert.True(together[0].OnTarget > alone.OnTarget);
    }

    [Theory]
    [InlineData(true)]
    [InlineData(false)]
    public void Names_and_order_of_lines_change_nothing_that_matters(bool onTracer)
    {
        var task = Street(onTracer ? OnTracer() : OnPipe);
        var turned = task with
        {
            Network = task.Network with { Lines = [.. task.Network.Lines.Reverse().Select(l => new NetworkLine(l.Id == "tracer" ? "x" : "y", l.Points, l.Conductor, l.Start, l.End))] },
            DoubtMetres = [.. task.DoubtMetres.Reverse()], Target = "x", Source = ((DirectSource)task.Source) with { At = new LinePlace("x", 0) },
        };

        foreach (var (one, other) in Identify(task).Zip(Identify(turned)))
        {
            Assert.Equal(one.Best.Kind, other.Best.Kind);
            Assert.Equal(one.OnTarget, other.OnTarget, 0.03);
        }
    }

    [Fact]
    public void A_frequency_that_the_pair_lacks_changes_no_chance()
    {
        var task = Street(OnPipe);
        Assert.Equal(Identify(task)[0].OnTarget, Identify(task with { Frequencies = [] })[0].OnTarget, 12);
    }

    /// <summary>What runs in the tracer runs away from the box; back it comes only in something else.</summary>
    [Fact]
    public void A_current_that_runs_back_speaks_against_the_target()
    {
        // Receivers show the way wrong one time in twenty-five, so it does not decide alone.
        double Doubt(CurrentWay way) => Enumerable.Range(1, 4).Average(seed =>
            1 - Identify(Street(OnPipe with { PeakOffsetMetres = -0.5, CurrentMilliamps = 30, Depth = null, Way = way }), seed)[0].OnTarget);
        Assert.True(Doubt(CurrentWay.Against) > 1.4 * Doubt(CurrentWay.With), $"doubt of {Doubt(CurrentWay.With):0.000} with, {Doubt(CurrentWay.Against):0.000} against the walk");
    }

    [Fact]
    public void The_loop_that_the_transmitter_shows_says_something_of_the_ground()
    {
        var task = Street(OnPipe with { CurrentMilliamps = 20 });
        Assert.NotEqual(Identify(task with { ShownVolts = 4 })[0].OnTarget, Identify(task with { ShownVolts = 20 })[0].OnTarget, 6);
    }

    [Fact]
    public void The_same_question_has_the_same_answer()
    {
        var task = Street(OnTracer(), OnPipe);
        Assert.Equal(Identify(task).SelectMany(i => i.Hypotheses), Identify(task).SelectMany(i => i.Hypotheses));
    }

    [Fact]
    public void Where_it_is_open_a_reading_is_proposed_that_would_tell()
    {
        // Between the two, hardly anything read.
        var identity = Identify(Street(new ObservedDot(new SitePoint(0.5, 30), Azimuth.Of(0), 0))).Single();

        Assert.NotEqual(Verdict.Sound, identity.Verdict);
        Assert.NotEmpty(identity.Next);
        Assert.All(identity.Next, n => Assert.InRange(n.Bits, 0.02, 4));
        Assert.Equal(identity.Next.OrderByDescending(n => n.Bits), identity.Next);
    }

    [Fact]
    public void On_made_up_scenes_chances_are_honest_and_no_wrong_line_is_called_sound()
    {
        const int scenes = 60;
        var told = Enumerable.Range(0, scenes).AsParallel().SelectMany(i =>
        {
            var scene = MadeUpScene.Draw(new Random(5_000 + i));
            return Identify(scene.Task).Zip(scene.Truth, (identity, truth) => (identity, truth));
        }).ToList();
        bool IsTrue(Hypothesis h, (HypothesisKind Kind, string? Line) truth) => h.Kind == truth.Kind && h.Line == truth.Line;

        var brier = told.Average(t => t.identity.Hypotheses.Sum(h => Math.Pow(h.Probability - (IsTrue(h, t.truth) ? 1 : 0), 2)));
        var sure = told.Where(t => t.identity.Best.Probability >= 0.9).ToList();
        var onTarget = told.Where(t => t.truth.Kind == HypothesisKind.Target).ToList();
        Assert.True(brier < 0.12, $"Brier {brier:0.000}");
        Assert.True(sure.Count(t => IsTrue(t.identity.Best, t.truth)) >= 0.96 * sure.Count, $"{sure.Count(t => IsTrue(t.identity.Best, t.truth))} of {sure.Count}");
        Assert.DoesNotContain(told, t => t.identity.Verdict == Verdict.Sound && (t.truth.Kind is HypothesisKind.Line or HypothesisKind.Unknown or HypothesisKind.Hookup));
        Assert.True(onTarget.Count(t => t.identity.Verdict == Verdict.Sound) >= 0.55 * onTarget.Count, $"sound on the right line {onTarget.Count(t => t.identity.Verdict == Verdict.Sound)} of {onTarget.Count}");
        Assert.True(onTarget.Count(t => t.identity.Verdict == Verdict.Reject) <= 0.06 * onTarget.Count, "reject on the right line");
    }

    [Fact]
    public void What_each_line_makes_adds_up_to_the_whole_field()
    {
        var scene = MadeUpScene.Draw(new Random(3));
        var network = scene.Task.Network;
        var solved = NetworkSolver.Of(new NetworkMesh(network, Cutting.For(scene.Task.Hertz, scene.Task.Source)), scene.Task.Hertz).Value.Solve(scene.Task.Source);
        var (whole, shares) = (solved.Field(), solved.Shares());
        foreach (var place in new Vector3[] { new(10, 12, 0.05), new(-20, 30, 0.45), new(40, 40, 1) })
        {
            var parts = shares.Lines.Append(shares.Hookup).Select(f => f.At(place)).ToList();
            var (sum, at) = (parts.Aggregate(default(Vector3), (s, f) => s + f.InPhase), whole.At(place).InPhase);
            Assert.True((sum - at).Length <= 1e-9 * at.Length, $"{sum} is not {at}");
        }
    }
}
