using GentleMole.Core.Grids;
using GentleMole.Core.Practice;
using GentleMole.Core.Site;

namespace GentleMole.Core.Tests.Grids;

/// <summary>Laws of joining the responses of radar lines, and made-up grids of which the truth is known.</summary>
[Collection("works all processors")]
public class RunSearchTests
{
    private const double Velocity = 0.1;

    private static GridTarget At(double along, double cover = 0.8, double velocity = Velocity, bool isNormal = false, double confidence = 0.8) =>
        new(along, Estimate.Symmetric(cover, 0.05 * cover), velocity, isNormal, confidence);

    /// <summary>Lines northward, every 0.6 m of east, 12 m long.</summary>
    private static List<GridLine> Lines(int count, Func<int, IEnumerable<GridTarget>> targets, double spacing = 0.6) =>
        [.. Enumerable.Range(0, count).Select(i => new GridLine($"L{i}", new SitePoint(i * spacing, 0), new SitePoint(i * spacing, 12), [.. targets(i)]))];

    private static (int Line, int Target)[] Of(RadarRun run) => [.. run.Points.Select(p => (p.Line, p.Target)).Order()];

    [Fact]
    public void A_straight_pipe_is_one_run_with_all_its_responses_at_its_place_and_cover()
    {
        // Velocities that differ are of each curve, not of the ground.
        var found = RunSearch.Of(Lines(12, i => [At(4 + (0.1 * i), velocity: Velocity * (1 + (0.002 * (i % 3))))]));
        var run = Assert.Single(found.Runs);

        Assert.Empty(found.Isolated);
        Assert.Equal(Enumerable.Range(0, 12).Select(i => (i, 0)), Of(run));
        Assert.All(run.Points, p => Assert.Equal(4 + (p.Place.East / 6), p.Place.North, 2));
        Assert.True(run.Probability > 0.9 && run.Missed == 0 && !run.IsNormal);

        // Crossed at atan(6): nearly square, and the cover less by its sine.
        Assert.All(run.Points, p => Assert.Equal(Math.Atan(6) * 180 / Math.PI, p.CrossingDegrees, 0.5));
        Assert.All(run.Points, p => Assert.Equal(0.8 * Math.Sin(Math.Atan(6)), p.CoverMetres, 0.01));
    }

    [Theory]
    [InlineData(30)]
    [InlineData(45)]
    public void A_pipe_crossed_aslant_is_not_as_deep_as_its_curves_say(double aslantDegrees)
    {
        var (slope, sine) = (Math.Tan(aslantDegrees * Math.PI / 180), Math.Cos(aslantDegrees * Math.PI / 180));
        var own = Lines(16, i => [At(1 + (0.6 * i * slope), 0.7 / sine, Velocity / sine), At(6, 0.9)]);
        var site = Lines(16, i => [At(1 + (0.6 * i * slope), 0.7), At(6, 0.9)]);

        foreach (var lines in new[] { own, site })
        {
            var run = Assert.Single(RunSearch.Of([.. lines.Select(l => l with { Targets = [.. l.Targets.Where(t => t.AlongMetres <= 12)] })]).Runs, r => Math.Abs(r.Points[^1].Place.North - r.Points[0].Place.North) > 2);
            Assert.All(run.Points, p => Assert.Equal(0.7, p.CoverMetres, 0.02));
            Assert.Equal(90 - aslantDegrees, run.Points[^1].CrossingDegrees, 1.5);
        }
    }

    [Fact]
    public void What_its_line_has_put_right_for_the_angle_is_not_put_right_twice()
    {
        // A square pipe says how quick the ground is; the one aslant says the same, and its true cover.
        var slope = Math.Tan(45 * Math.PI / 180);
        double Own(int i) => Velocity * (1 + (0.003 * (i % 5)));
        var found = RunSearch.Of(Lines(16, i => [At(1 + (0.6 * i * slope), 0.7, Own(i)), At(11, 0.9, Own(i + 2))]));
        var aslant = Assert.Single(found.Runs, r => Math.Abs(r.Points[^1].Place.North - r.Points[0].Place.North) > 2);
        Assert.All(aslant.Points, p => Assert.Equal(0.7, p.CoverMetres, 0.02));
    }

    [Fact]
    public void Responses_that_no_neighbour_has_are_isolated()
    {
        var random = new Random(5);
        var found = RunSearch.Of(Lines(12, i => i % 4 == 0 ? [At(12 * random.NextDouble(), 0.3 + random.NextDouble()), At(12 * random.NextDouble(), 0.3 + random.NextDouble())] : []));

        Assert.Empty(found.Runs);
        Assert.Equal(6, found.Isolated.Count);
    }

    [Fact]
    public void What_lies_over_and_under_each_other_are_two_runs_and_a_jump_in_cover_is_none()
    {
        var stacked = RunSearch.Of(Lines(12, _ => [At(5, 0.5, isNormal: true), At(5.05, 1.1)]));
        Assert.Equal(2, stacked.Runs.Count);
        Assert.All(stacked.Runs, r => Assert.Single(r.Points.Select(p => p.Target).Distinct()));
        Assert.NotEqual(stacked.Runs[0].IsNormal, stacked.Runs[1].IsNormal);

        var wild = RunSearch.Of(Lines(12, i => [At(5, i % 2 == 0 ? 0.4 : 1.3)]));
        Assert.DoesNotContain(wild.Runs, r => r.Points.Select(p => p.Line % 2).Distinct().Count() > 1);
    }

    [Fact]
    public void Lines_that_met_nothing_speak_against_a_run()
    {
        // Among stones, so that nothing is quite sure.
        static IEnumerable<GridTarget> Stones(int line) => Enumerable.Range(0, 6).Select(k => new Random((100 * line) + k)).Select(r => At(12 * r.NextDouble(), 0.3 + (1.2 * r.NextDouble()), isNormal: r.NextDouble() < 0.5, confidence: 0.6));
        var all = Assert.Single(RunSearch.Of(Lines(6, i => [At(5, confidence: 0.6), .. Stones(i)])).Runs);
        var gaps = Assert.Single(RunSearch.Of(Lines(8, i => i is 2 or 5 ? [.. Stones(i)] : [At(5, confidence: 0.6), .. Stones(i)])).Runs);

        Assert.Equal(6, all.Points.Count);
        Assert.Equal(6, gaps.Points.Count);
        Assert.Equal(2, gaps.Missed);
        Assert.True(gaps.Probability < all.Probability, $"{gaps.Probability} {all.Probability}");

        // Nor is what answers now one way, now the other, as sure as what answers always the same.
        var torn = RunSearch.Of(Lines(6, i => [At(5, confidence: 0.6, isNormal: i % 2 == 0), .. Stones(i)])).Runs.FirstOrDefault(r => r.Points.All(p => Math.Abs(p.Place.North - 5) < 0.3));
        Assert.True((torn?.Probability ?? 0) < all.Probability, $"{torn?.Probability} {all.Probability}");
        Assert.Empty(RunSearch.Of(Lines(24, i => i % 4 == 0 ? [At(5)] : [])).Runs);
    }

    [Fact]
    public void The_order_of_lines_and_targets_their_direction_and_the_north_change_nothing()
    {
        var grid = MadeUpGrid.Make(new MadeUpGrid.Shape(Lines: 14, Pipes: 3), new Random(77)).Lines;
        var plain = RunSearch.Of(grid);
        var angle = 0.7;
        SitePoint Turned(SitePoint p) => new(40 + (p.East * Math.Cos(angle)) - (p.North * Math.Sin(angle)), -20 + (p.East * Math.Sin(angle)) + (p.North * Math.Cos(angle)));
        List<GridLine> other = [.. grid.Reverse().Select(l => new GridLine(l.Id, Turned(l.To), Turned(l.From), [.. l.Targets.Reverse().Select(t => t with { AlongMetres = l.LengthMetres - t.AlongMetres })]))];
        var turned = RunSearch.Of(other);

        Assert.Equal(Names(plain, grid, isBack: false), Names(turned, other, isBack: true));
        foreach (var run in plain.Runs)
        {
            var same = turned.Runs.MinBy(r => Math.Min(r.Points[0].Place.DistanceTo(Turned(run.Points[0].Place)), r.Points[^1].Place.DistanceTo(Turned(run.Points[0].Place))))!;
            Assert.Equal(run.Points.Average(p => p.CoverMetres), same.Points.Average(p => p.CoverMetres), 0.01);
            Assert.Equal(run.Probability, same.Probability, 2);
        }

        static SortedSet<string> Names(GridRuns found, IReadOnlyList<GridLine> lines, bool isBack) =>
            [.. found.Runs.Select(r => string.Join(' ', r.Points.Select(p => $"{lines[p.Line].Id}:{(isBack ? lines[p.Line].Targets.Count - 1 - p.Target : p.Target)}").Order()))];
    }

    [Fact]
    public void A_bend_is_followed_and_cross_lines_join_in()
    {
        double North(double east) => 3 + (0.05 * east * east);
        var along = Lines(14, i => [At(North(0.6 * i))]);
        List<GridLine> cross = [.. Enumerable.Range(0, 13).Select(k => 0.8 + (0.6 * k)).Select((n, k) => new GridLine($"X{k}", new SitePoint(0, n), new SitePoint(7.8, n), n > North(4) && n < North(7.8) ? [At(Math.Sqrt((n - 3) / 0.05))] : []))];
        var run = Assert.Single(RunSearch.Of([.. along, .. cross]).Runs);

        Assert.True(run.Points.Count(p => p.Line < 14) >= 13);
        Assert.Contains(run.Points, p => p.Line >= 14);
        Assert.All(run.Points, p => Assert.Equal(North(p.Place.East), p.Place.North, 0.08));
    }

    [Fact]
    public void Nothing_and_one_response_are_no_run()
    {
        Assert.Empty(RunSearch.Of(Lines(5, _ => [])).Runs);
        var one = RunSearch.Of(Lines(1, _ => [At(3)]));
        Assert.Empty(one.Runs);
        Assert.Equal([(0, 0)], one.Isolated);

        // The same response again and again on one line, and lines on top of each other, are answered too.
        Assert.NotNull(RunSearch.Of(Lines(1, _ => [.. Enumerable.Range(0, 50).Select(_ => At(3))])));
        Assert.NotNull(RunSearch.Of([.. Enumerable.Range(0, 30).Select(i => new GridLine($"{i}", new SitePoint(0, 0), new SitePoint(0, 10), [At(3)]))]));
    }

    [Fact]
    public void On_made_up_grids_pipes_are_found_and_stones_are_none()
    {
        var held = Campaign(new MadeUpGrid.Shape(), 40, 9100);
        Assert.True(held.Found >= 0.97 * held.Demanded, $"{held.Found} of {held.Demanded}");
        Assert.True(held.True >= 0.97 * held.Claimed, $"{held.True} of {held.Claimed}");
        Assert.InRange(held.CoverErrors.Order().ElementAt((int)(0.9 * held.CoverErrors.Count)), 0, 0.06);
        Assert.InRange(held.Within.Average(w => w ? 1.0 : 0), 0.9, 1);
        Assert.InRange(held.Told.Average(t => Math.Pow(t.Chance - (t.IsTrue ? 1 : 0), 2)), 0, 0.03);

        var rocks = Campaign(new MadeUpGrid.Shape(Pipes: 0, StonesPerMetre: 0.3), 60, 9200);
        Assert.InRange(rocks.Claimed, 0, 1);
    }

    /// <summary>A pipe of ten lines that line 5 has not met; a stone lies near its way there, and others far from it.</summary>
    private static GridRuns WithStone(double cover, double? strength, double aside = 4.5) => RunSearch.Of(Lines(10, i =>
    [
        i == 5 ? At(aside, cover) with { Strength = strength } : At(4) with { Strength = strength is null ? null : 1 - (0.02 * i) },
        At(7 + (i * 1.7 % 4), 0.4 + (0.09 * i), confidence: 0.3) with { Strength = strength is null ? null : 0.05 },
    ]));

    [Fact]
    public void What_lies_on_the_way_and_has_another_cover_or_strength_is_not_of_it()
    {
        bool IsTaken(GridRuns found) => Of(found.Runs[0]).Contains((5, 0));
        Assert.True(IsTaken(WithStone(0.8, null)));
        Assert.True(IsTaken(WithStone(0.8, 0.8)));
        Assert.False(IsTaken(WithStone(0.35, null)));
        Assert.False(IsTaken(WithStone(0.8, 0.02)));
        // Strength alone decides nothing: the strongest of its line may have been a plate.
        Assert.True(IsTaken(WithStone(0.8, 0.02, 4)));
        Assert.All([WithStone(0.8, 0.8), WithStone(0.8, 0.02)], f => Assert.Equal(9, Of(f.Runs[0]).Count(p => p is { Target: 0, Line: not 5 })));
    }

    private static MadeUpGrid.Held Campaign(MadeUpGrid.Shape shape, int grids, int seed)
    {
        var all = Enumerable.Range(0, grids).Select(k => MadeUpGrid.Make(shape, new Random(seed + k))).Select(g => g.Judge(RunSearch.Of(g.Lines))).ToList();
        return new MadeUpGrid.Held(
            all.Sum(h => h.Demanded), all.Sum(h => h.Found), all.Sum(h => h.Claimed), all.Sum(h => h.True), [.. all.SelectMany(h => h.CoverErrors)], [.. all.SelectMany(h => h.Within)], [.. all.SelectMany(h => h.Told)]);
    }
}
