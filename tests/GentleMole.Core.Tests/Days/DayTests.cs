using CsCheck;
using GentleMole.Core.Days;
using GentleMole.Core.Notices;

namespace GentleMole.Core.Tests.Days;

public class DayTests
{
    private const int Eight = 8 * 60;

    private static double[,] Roads(params (double X, double Y)[] places)
    {
        var table = new double[places.Length, places.Length];
        for (var i = 0; i < places.Length; i++)
        {
            for (var j = 0; j < places.Length; j++)
            {
                table[i, j] = Math.Sqrt(Math.Pow(places[i].X - places[j].X, 2) + Math.Pow(places[i].Y - places[j].Y, 2));
            }
        }

        return table;
    }

    [Fact]
    public void The_best_order_is_as_good_as_the_best_of_all_orders() =>
        Gen.Select(Gen.Double[0, 60].Array[12], Gen.Int[10, 90].Array[5], Gen.Int[60, 600].Array[5], Gen.Int[1, 5]).Sample((at, minutes, due, n) =>
        {
            var stops = Enumerable.Range(0, n).Select(i => new Stop(i, minutes[i], due[i] % 3 == 0 ? null : Eight + due[i])).ToList();
            var roads = Roads([.. Enumerable.Range(0, n + 1).Select(i => (at[2 * i], at[(2 * i) + 1]))]);
            (int, double, double) Cost(IReadOnlyList<int> order)
            {
                var (missed, late, travel, minute, place) = (0, 0.0, 0.0, (double)Eight, 0);
                foreach (var i in order)
                {
                    travel += roads[place, i + 1];
                    minute += roads[place, i + 1] + stops[i].Minutes;
                    var over = stops[i].Due is { } d ? Math.Max(0, minute - d) : 0;
                    (missed, late, place) = (missed + (over > 0 ? 1 : 0), late + over, i + 1);
                }

                return (missed, Math.Round(late, 6), Math.Round(travel + roads[place, 0], 6));
            }

            var best = Cost(DayOrder.Best(stops, roads, Eight));
            var all = Orders([.. Enumerable.Range(0, n)]).Select(Cost).Min();
            Assert.Equal(all, best);
        });

    [Fact]
    public void What_is_due_comes_first_although_the_way_is_longer()
    {
        var stops = new[] { new Stop(1, 120, null), new Stop(2, 60, Eight + 90) };
        var roads = Roads((0, 0), (5, 0), (20, 0));

        Assert.Equal([1, 0], DayOrder.Best(stops, roads, Eight));
        Assert.Equal(0, DayOrder.Run(stops, [1, 0], roads, Eight, 16 * 60).LateMinutes);
        Assert.True(DayOrder.Run(stops, [0, 1], roads, Eight, 16 * 60).LateMinutes > 0);
    }

    [Fact]
    public void A_day_with_too_much_on_it_says_by_how_much()
    {
        var run = DayOrder.Run([new Stop(1, 300, null), new Stop(2, 240, null)], [0, 1], Roads((0, 0), (10, 0), (20, 0)), Eight, 16 * 60);

        Assert.Equal(40, run.TravelMinutes);
        Assert.Equal((300 + 240 + 40) - 480, run.Overrun);
        Assert.True(run.IsOverbooked);
    }

    [Fact]
    public void An_estimate_is_the_sum_of_its_parts_and_grows_with_what_makes_work() =>
        Gen.Select(Gen.Double[0, 2000], Gen.Double[0, 400], Gen.Int[0, 8], Gen.Int[0, 2], Gen.Int[0, 3]).Sample((area, length, lines, traffic, ground) =>
        {
            var work = new SiteWork(area, length, lines, 0, (SiteTraffic)traffic, (SiteGround)ground, true);
            var estimate = SiteTime.Of(work);
            Assert.InRange(estimate.Minutes - estimate.Parts.Sum(p => p.Minutes), 0, 5);
            foreach (var more in new[]
            {
                work with { AreaSquareMetres = area + 400 }, work with { LengthMetres = length + 100 }, work with { Lines = lines + 1 },
                work with { RecordsReady = false }, work with { Lines = lines + 1, WithoutMetal = 1 },
            })
            {
                Assert.True(SiteTime.Of(more).Minutes > estimate.Minutes);
            }

            Assert.True(SiteTime.Of(work with { Traffic = SiteTraffic.Busy }).Minutes >= estimate.Minutes);
        });

    private static IEnumerable<IReadOnlyList<int>> Orders(List<int> items) => items.Count <= 1
        ? [items]
        : items.SelectMany(i => Orders([.. items.Where(j => j != i)]).Select(rest => (IReadOnlyList<int>)[i, .. rest]));
}
