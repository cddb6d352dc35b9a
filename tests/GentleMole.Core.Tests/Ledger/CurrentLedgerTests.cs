using CsCheck;
using GentleMole.Core.Ledger;
using GentleMole.Core.Lines;
using GentleMole.Core.Practice;

namespace GentleMole.Core.Tests.Ledger;

/// <summary>Laws of a ledger, and how often it is right on walks of which the truth is known.</summary>
public class CurrentLedgerTests
{
    private static readonly Gen<MadeUpWalk> AnyWalk = Gen.Int.Select(seed => MadeUpWalk.Draw(new Random(seed)));

    private static CurrentLedger Of(LedgerTask task) => CurrentLedger.Of(task).Value;

    [Fact]
    public void Chances_add_up_and_intervals_hold_their_values() => AnyWalk.Sample(
        walk =>
        {
            var ledger = Of(walk.Task);
            Assert.Equal(walk.Task.Stations.Select(s => s.ChainageMetres), ledger.Expected.Select(e => e.ChainageMetres));
            Assert.All(ledger.Expected, e => Assert.InRange(e.Milliamps.Value, e.Milliamps.Low95, e.Milliamps.High95));
            Assert.All(ledger.Losses, l =>
            {
                Assert.InRange(l.Probability, 0.5, 1);
                Assert.True(l.FromMetres < l.ToMetres);
                Assert.InRange(l.Milliamps.Value, l.Milliamps.Low95, l.Milliamps.High95);
                Assert.Equal(1, l.Causes.Sum(c => c.Probability), 9);
            });
        },
        iter: 60);

    [Fact]
    public void The_order_of_stations_changes_nothing_and_another_unit_only_the_figures() => Gen.Select(AnyWalk, Gen.Double[0.1, 20], Gen.Int[1, 1000]).Sample(
        (walk, times, seed) =>
        {
            var one = Of(walk.Task);
            var order = Enumerable.Range(0, walk.Task.Stations.Count).ToArray();
            new Random(seed).Shuffle(order);
            var other = Of(walk.Task with { Stations = [.. order.Select(i => walk.Task.Stations[i] with { Milliamps = walk.Task.Stations[i].Milliamps * times })] });

            Assert.Equal(one.Trend, other.Trend);
            Assert.Equal(one.PerMetre, other.PerMetre, 9);
            Assert.Equal(one.Outliers, other.Outliers.Select(i => order[i]).Order());
            Assert.Equal(one.Losses.Select(l => (l.FromMetres, l.ToMetres)), other.Losses.Select(l => (l.FromMetres, l.ToMetres)));
            for (var i = 0; i < order.Length; i++)
            {
                Assert.Equal(1, other.Expected[i].Milliamps.Value / (times * one.Expected[order[i]].Milliamps.Value), 6);
            }
        },
        iter: 30);

    [Fact]
    public void Without_scatter_a_step_is_told_with_its_size_and_no_more()
    {
        var ledger = Of(new LedgerTask([.. Enumerable.Range(0, 20).Select(i => new LedgerStation(5 * i, i < 12 ? 40 : 25))], [], 40, 0.01));
        var loss = Assert.Single(ledger.Losses);

        Assert.Equal((55, 60), (loss.FromMetres, loss.ToMetres));
        Assert.Equal(15, loss.Milliamps.Value, 0.7);
        Assert.Equal(CurrentTrend.Steady, ledger.Trend);
        Assert.Empty(ledger.Outliers);
        Assert.Equal(1, ledger.StartShare!.Value, 0.02);
    }

    [Fact]
    public void A_known_tee_is_no_loss_and_balances_or_says_what_is_missing()
    {
        LedgerTask Walk(double branch) => new([.. Enumerable.Range(0, 16).Select(i => new LedgerStation(4 * i, i < 8 ? 60 : 35))], [new LedgerTee(30, [35, branch])], 60);
        var (whole, part) = (Of(Walk(25)), Of(Walk(8)));

        Assert.Empty(whole.Losses);
        Assert.Equal(TeeVerdict.Balances, whole.Tees.Single().Verdict);
        Assert.Equal(TeeVerdict.Missing, part.Tees.Single().Verdict);
        Assert.Equal(17, part.Tees.Single().MissingMilliamps, 2.5);
        Assert.Equal(TeeVerdict.TooMuch, Of(Walk(60)).Tees.Single().Verdict);
    }

    [Theory]
    [InlineData(2, "stations")]
    [InlineData(301, "stations")]
    public void Too_few_or_too_many_stations_are_told(int count, string field) =>
        Assert.Contains(CurrentLedger.Of(new LedgerTask([.. Enumerable.Range(0, count).Select(i => new LedgerStation(i, 10))], [], null)).Errors, e => e.Field == field);

    [Fact]
    public void Losses_are_found_sound_lines_left_in_peace_and_intervals_hold()
    {
        var walks = Enumerable.Range(0, 250).Select(i => MadeUpWalk.Draw(new Random(61_000 + i))).Select(w => (Walk: w, Ledger: Of(w.Task))).ToList();
        var (steps, found, right, wrong, sized) = (0, 0, 0, 0, 0);
        var (held, all, badFound, badTold, bads) = (0, 0, 0, 0, 0);
        foreach (var (walk, ledger) in walks)
        {
            // Far enough: within a station's way of the stretch that is told.
            bool Holds(CurrentLoss loss, double chainage) => loss.FromMetres - 9 <= chainage && chainage <= loss.ToMetres + 9;
            foreach (var (chainage, milliamps, causes) in walk.Steps)
            {
                steps++;
                if (ledger.Losses.FirstOrDefault(l => Holds(l, chainage)) is { } loss)
                {
                    found++;
                    right += causes.Contains(loss.Causes[0].Kind) ? 1 : 0;
                    sized += milliamps >= loss.Milliamps.Low95 && milliamps <= loss.Milliamps.High95 ? 1 : 0;
                }
            }

            wrong += ledger.Losses.Count(l => !walk.Steps.Any(s => Holds(l, s.ChainageMetres)));
            all += walk.TrueMilliamps.Count;
            held += walk.TrueMilliamps.Zip(ledger.Expected).Count(p => p.First >= p.Second.Milliamps.Low95 && p.First <= p.Second.Milliamps.High95);
            bads += walk.Bad >= 0 ? 1 : 0;
            badFound += ledger.Outliers.Contains(walk.Bad) ? 1 : 0;
            badTold += ledger.Outliers.Count;
        }

        Assert.True(found >= 0.95 * steps, $"{found} of {steps} found");
        Assert.True(right >= 0.95 * found, $"{right} of {found} with the right cause");
        Assert.True(wrong <= 0.03 * walks.Count, $"{wrong} false");
        Assert.InRange((double)held / all, 0.92, 0.98);
        Assert.True(sized >= 0.9 * found, $"{sized} of {found} sizes held");
        Assert.True(badFound >= 0.9 * bads && badTold - badFound <= 3, $"{badFound} of {bads} bad readings, {badTold} told");
    }
}
