namespace GentleMole.Core.Days;

/// <summary>
/// Runs a day in a given order, and finds the best one: exact dynamic programming over subsets (Held and Karp, 1962) with all
/// undominated ways kept, which is quick for the dozen stops that a day can hold.
/// </summary>
public static class DayOrder
{
    /// <summary>Most stops that are tried in every order.</summary>
    public const int MostStops = 12;

    /// <summary>Runs a day as it stands.</summary>
    /// <param name="travel">Minutes from i to j; index 0 is home, stop k is index k + 1.</param>
    public static DayRun Run(IReadOnlyList<Stop> stops, IReadOnlyList<int> order, double[,] travel, int starts, int ends)
    {
        var (at, minute, driven) = (0, (double)starts, 0.0);
        var run = new List<TimedStop>(order.Count);
        foreach (var index in order)
        {
            var way = travel[at, index + 1];
            driven += way;
            var arrives = minute + way;
            var done = arrives + stops[index].Minutes;
            run.Add(new TimedStop(stops[index], Whole(minute), Whole(arrives), Whole(done)));
            (at, minute) = (index + 1, done);
        }

        driven += travel[at, 0];
        return new DayRun(run, Whole(minute + travel[at, 0]), Whole(driven), ends);
    }

    /// <summary>
    /// The order with the fewest missed due times, then the least lateness, then the least travel.
    /// </summary>
    /// <exception cref="ArgumentException">More than <see cref="MostStops"/> stops.</exception>
    public static IReadOnlyList<int> Best(IReadOnlyList<Stop> stops, double[,] travel, int starts)
    {
        var n = stops.Count;
        if (n > MostStops)
        {
            throw new ArgumentException($"{n} stops are too many to try in every order; {MostStops} is the most.", nameof(stops));
        }

        if (n == 0)
        {
            return [];
        }

        // A state is the set of stops done and the last of them. One way there may miss less and another be earlier, and either
        // may prove the better in the end: a state keeps every way that no other beats in all three costs.
        var states = new List<Way>[1 << n, n];
        for (var i = 0; i < n; i++)
        {
            states[1 << i, i] = [Way.Start(i, stops[i], travel[0, i + 1], starts)];
        }

        for (var set = 1; set < 1 << n; set++)
        {
            for (var last = 0; last < n; last++)
            {
                foreach (var way in states[set, last] ?? [])
                {
                    for (var next = 0; next < n; next++)
                    {
                        if ((set & (1 << next)) == 0)
                        {
                            Keep(states[set | (1 << next), next] ??= [], way.On(next, stops[next], travel[last + 1, next + 1], starts));
                        }
                    }
                }
            }
        }

        var all = (1 << n) - 1;
        var best = Enumerable.Range(0, n).SelectMany(i => states[all, i])
            .MinBy(w => (w.Missed, w.Late, w.Travel + travel[w.Last + 1, 0]))!;
        var order = new List<int>(n);
        for (var way = best; way is not null; way = way.Before)
        {
            order.Add(way.Last);
        }

        order.Reverse();
        return order;
    }

    private static void Keep(List<Way> ways, Way way)
    {
        if (!ways.Exists(w => w.Missed <= way.Missed && w.Late <= way.Late && w.Travel <= way.Travel))
        {
            ways.RemoveAll(w => way.Missed <= w.Missed && way.Late <= w.Late && way.Travel <= w.Travel);
            ways.Add(way);
        }
    }

    private static int Whole(double minutes) => (int)Math.Round(minutes);

    private sealed record Way(int Last, Way? Before, int Missed, double Late, double Travel, double Worked)
    {
        public static Way Start(int first, Stop stop, double way, int starts) => new Way(-1, null, 0, 0, 0, 0).On(first, stop, way, starts) with { Before = null };

        public Way On(int next, Stop stop, double way, int starts)
        {
            var (travel, worked) = (Travel + way, Worked + stop.Minutes);
            var late = stop.Due is { } due ? Math.Max(0, starts + travel + worked - due) : 0;
            return new Way(next, this, Missed + (late > 0 ? 1 : 0), Late + late, travel, worked);
        }
    }
}
