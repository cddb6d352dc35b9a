using GentleMole.Core.Candidates;
using GentleMole.Core.Lines;
using GentleMole.Core.Practice;
using GentleMole.Core.Site;
using GentleMole.Core.Sweeps;

namespace GentleMole.Core.Tests.Candidates;

/// <summary>Laws of joining responses into lines, and made-up sites of which the truth is known.</summary>
[Collection("works all processors")]
public class CandidateSearchTests
{
    /// <summary>Passes northward, every two metres of east from 0 to 20.</summary>
    private static List<SweepPass> Comb(SweepMode mode = SweepMode.Power) =>
        [.. Enumerable.Range(0, 11).Select(i => new SweepPass(new SitePoint(2 * i, 0), new SitePoint(2 * i, 20), mode))];

    private static List<SweepResponse> On(Func<double, double> north, int from = 0, int to = 10) =>
        [.. Enumerable.Range(from, to - from + 1).Select(i => new SweepResponse(i, north(2.0 * i), null, null, null))];

    private static CandidateLines Find(IReadOnlyList<SweepPass> passes, IReadOnlyList<SweepResponse> responses, double sigma = 0.1) =>
        CandidateSearch.Of(new CandidateTask(passes, responses, sigma), default);

    [Fact]
    public void A_straight_line_is_one_candidate_with_all_its_responses_in_order()
    {
        var found = Find(Comb(), On(e => 5 + (0.4 * e)));
        var line = Assert.Single(found.Candidates);

        Assert.Empty(found.Unexplained);
        Assert.Equal(11, line.Responses.Count);
        Assert.True(line.Responses.SequenceEqual(Enumerable.Range(0, 11)) || line.Responses.SequenceEqual(Enumerable.Range(0, 11).Reverse()));
        Assert.All(line.Points, p => Assert.Equal(5 + (0.4 * p.East), p.North, 3));
        Assert.True(line.IsClaim && line.Missed == 0);
        Assert.Equal([SweepMode.Power], line.Modes);
    }

    [Fact]
    public void The_strip_narrows_with_every_response_as_the_mean_does()
    {
        var few = Find(Comb(), On(_ => 9, 2, 6)).Candidates.Single();
        var many = Find(Comb(), On(_ => 9)).Candidates.Single();

        // Two ends of a straight through n responses: between 1.96·σ/√n in the middle and twice that at the ends.
        Assert.InRange(many.Lateral95Metres, 1.96 * 0.1 / Math.Sqrt(11), 2 * 1.96 * 0.1 / Math.Sqrt(11));
        Assert.True(few.Lateral95Metres > many.Lateral95Metres);
    }

    [Fact]
    public void Passes_that_met_nothing_speak_against_a_line()
    {
        var all = Find(Comb(), On(_ => 9)).Candidates.Single();
        var gaps = Find(Comb(), [.. On(_ => 9).Where(r => r.Pass % 3 != 1)]).Candidates.Single();
        List<SweepPass> between = [.. Comb(), .. Enumerable.Range(0, 10).SelectMany(i => Enumerable.Range(1, 5).Select(k => new SweepPass(new SitePoint((2 * i) + (k / 3.0), 0), new SitePoint((2 * i) + (k / 3.0), 20), SweepMode.Power)))];

        Assert.True(gaps.Missed > 0 && gaps.Probability <= all.Probability);
        Assert.Empty(Find(between, [.. On(_ => 9).Where(r => r.Pass % 3 == 0)]).Candidates);
    }

    [Fact]
    public void Passes_of_a_mode_in_which_it_is_not_heard_do_not_count_against_it()
    {
        List<SweepPass> two = [.. Comb(), .. Comb(SweepMode.Radio)];
        var line = Find(two, On(_ => 9)).Candidates.Single();

        Assert.Equal([SweepMode.Power], line.Modes);
        Assert.Equal(0, line.Missed);
        Assert.True(line.IsClaim);
    }

    [Fact]
    public void Two_side_by_side_are_two_and_not_one_between_them()
    {
        var found = Find(Comb(), [.. On(_ => 9), .. On(_ => 9.8)], 0.07);

        Assert.Equal(2, found.Candidates.Count);
        Assert.Equal([9, 9.8], found.Candidates.Select(c => Math.Round(c.Points[0].North, 2)).Order());
    }

    [Fact]
    public void A_corner_is_one_line_round_it()
    {
        List<SweepPass> both = [.. Comb(), .. Enumerable.Range(0, 11).Select(i => new SweepPass(new SitePoint(0, 2 * i), new SitePoint(20, 2 * i), SweepMode.Power))];
        List<SweepResponse> round = [.. On(_ => 9, 0, 5), .. Enumerable.Range(0, 5).Select(i => new SweepResponse(11 + i, 11.5, null, null, null))];
        var line = Find(both, round).Candidates.Single();

        Assert.Equal(3, line.Points.Count);
        Assert.True(line.Points[1].DistanceTo(new SitePoint(11.5, 9)) < 0.05, $"{line.Points[1]}");
    }

    [Fact]
    public void A_gentle_bend_is_followed()
    {
        var line = Find(Comb(), On(e => 4 + (0.015 * (e - 10) * (e - 10)))).Candidates.Single();

        Assert.True(line.Points.Count > 3);
        Assert.All(line.Points, p => Assert.Equal(4 + (0.015 * (p.East - 10) * (p.East - 10)), p.North, 1));
    }

    [Fact]
    public void Directions_and_depths_that_disagree_take_the_line_apart()
    {
        var on = On(_ => 9, 2, 5);
        List<SweepResponse> told = [.. on.Select(r => r with { Direction = Azimuth.Of(90), Depth = new Depth(1) })];
        List<SweepResponse> wild = [.. on.Select((r, i) => r with { Direction = Azimuth.Of(10 + (25 * i)), Depth = new Depth(0.3 * Math.Pow(1.9, i)) })];

        Assert.True(Find(Comb(), told).Candidates.Single().Probability > 0.9);
        Assert.Empty(Find(Comb(), wild).Candidates);
        Assert.Equal(1, Find(Comb(), told).Candidates.Single().Depth!.Value.Metres, 6);
    }

    [Fact]
    public void Order_of_passes_and_responses_turning_and_shifting_the_site_change_nothing_that_matters()
    {
        // The search is greedy: where lines lie in a heap it may end elsewhere; on nearly all sites it does not.
        var same = Enumerable.Range(0, 40).AsParallel().Count(seed =>
        {
            var site = MadeUpSite.Draw(new Random(700 + seed));
            var passes = site.Task.Passes;
            SitePoint Moved(SitePoint p) => new SitePoint(310 - p.North, 55 + p.East);
            var order = Enumerable.Range(0, passes.Count).Reverse().ToList();
            var turned = site.Task with
            {
                Passes = [.. order.Select(i => new SweepPass(Moved(passes[i].From), Moved(passes[i].To), passes[i].Mode))],
                Responses = [.. site.Task.Responses.Select(r => r with { Pass = order.IndexOf(r.Pass), Direction = r.Direction is { } d ? Azimuth.Of(d.Degrees - 90) : null }).Reverse()],
            };
            var (one, other) = (CandidateSearch.Of(site.Task, default), CandidateSearch.Of(turned, default));
            var last = site.Task.Responses.Count - 1;
            return one.Candidates.Select(c => string.Join(' ', c.Responses.Order())).Order().SequenceEqual(other.Candidates.Select(c => string.Join(' ', c.Responses.Select(r => last - r).Order())).Order());
        });

        Assert.True(same >= 36, $"{same} of 40");
    }

    [Fact]
    public void It_can_be_given_up()
    {
        using var cancel = new CancellationTokenSource();
        cancel.Cancel();

        Assert.Throws<OperationCanceledException>(() => CandidateSearch.Of(MadeUpSite.Draw(new Random(3)).Task, cancel.Token));
    }

    [Fact]
    public void On_made_up_sites_lines_are_found_claims_are_true_and_strips_hold()
    {
        const int sites = 250;
        var sum = FoundLines.Sum([.. Enumerable.Range(0, sites).AsParallel().AsOrdered().Select(i =>
        {
            var site = MadeUpSite.Draw(new Random(30_000 + i));
            var found = CandidateSearch.Of(site.Task, default);

            // Every response is of one line, or of none, and told once.
            Assert.Equal(Enumerable.Range(0, site.Task.Responses.Count), found.Candidates.SelectMany(c => c.Responses).Concat(found.Unexplained).Order());
            return FoundLines.Judge(site, found);
        })]);

        Assert.True(sum.Demanded > 200 && sum.Recall > 0.93, $"{sum}");
        Assert.True(sum.Precision > 0.955, $"{sum}");
        Assert.True(sum.Brier < 0.045, $"{sum}");
        Assert.True(sum.Error90 < 0.115, $"{sum}");
        Assert.InRange(sum.HeldShare, 0.93, 0.975);
    }

    [Fact]
    public void On_empty_ground_next_to_nothing_is_claimed()
    {
        var claims = Enumerable.Range(0, 120).AsParallel().Sum(i =>
        {
            var site = MadeUpSite.Draw(new Random(60_000 + i));
            var mine = site.Lines.SelectMany(l => l.Responses).ToHashSet();
            var empty = site.Task with { Responses = [.. site.Task.Responses.Where((_, r) => !mine.Contains(r))] };
            return CandidateSearch.Of(empty, default).Candidates.Count(c => c.IsClaim);
        });

        Assert.True(claims <= 2, $"{claims} claims on 120 empty sites");
    }
}
