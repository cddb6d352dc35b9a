using GentleMole.Core.Pinpoint;
using GentleMole.Core.Practice;

namespace GentleMole.Core.Tests.Pinpoint;

public class LinePosteriorTests
{
    private static readonly ReadingNoise Noise = new(0.02, 0.05);

    private sealed record Locate(double Offset, double Depth, LinePosterior Posterior);

    /// <summary>Made-up lines, alone or with a neighbour of a tenth to eight tenths of their current.</summary>
    private static List<Locate> Campaign(int count, bool neighbour, int seed)
    {
        var random = new Random(seed);
        return [.. Enumerable.Range(0, count).Select(_ =>
        {
            var row = MadeUpRow.Draw(random, Noise, neighbour ? (0.5, 2.5) : null);
            return new Locate(row.Line.OffsetMetres, row.Line.Depth.Metres, LinePosterior.Of(row.Readings, Noise, SingleLineFit.Fit(row.Readings, Noise), PinpointPrior.None));
        })];
    }

    private static double Share(IEnumerable<Locate> all, Func<Locate, bool> holds) => all.Average(l => holds(l) ? 1.0 : 0.0);

    private static bool Holds(Estimate interval, double truth) => interval.Low95 <= truth && truth <= interval.High95;

    [Fact]
    public void Alone_its_intervals_hold_and_it_is_known_to_a_centimetre()
    {
        var all = Campaign(60, neighbour: false, 21);

        Assert.True(Share(all, l => Holds(l.Posterior.Position, l.Offset)) >= 0.9);
        Assert.True(Share(all, l => Holds(l.Posterior.Depth, l.Depth)) >= 0.9);
        Assert.InRange(all.Select(l => Math.Abs(l.Posterior.Position.Value - l.Offset)).Order().ElementAt(54), 0, 0.0105);
        Assert.True(Share(all, l => l.Posterior.ChanceOfTwo < 0.5) >= 0.9);
    }

    [Fact]
    public void Beside_a_neighbour_its_intervals_hold_and_what_is_called_sure_is_right()
    {
        var all = Campaign(200, neighbour: true, 22);

        Assert.True(Share(all, l => Holds(l.Posterior.Position, l.Offset)) >= 0.91);
        Assert.True(Share(all, l => Holds(l.Posterior.Depth, l.Depth)) >= 0.91);
        Assert.InRange(all.Select(l => Math.Abs(l.Posterior.Position.Value - l.Offset)).Order().ElementAt(180), 0, 0.15);
        Assert.All(
            all.Where(l => l.Posterior.ChanceWithin(l.Posterior.Position.Value - 0.1, l.Posterior.Position.Value + 0.1) > 0.995),
            l => Assert.InRange(Math.Abs(l.Posterior.Position.Value - l.Offset), 0, 0.12));
    }

    [Fact]
    public void The_same_row_says_the_same_and_chances_add_up()
    {
        var (first, second) = (Campaign(2, true, 5), Campaign(2, true, 5));

        Assert.Equal(first.Select(l => l.Posterior.Position), second.Select(l => l.Posterior.Position));
        Assert.All(first, l => Assert.Equal(1, l.Posterior.ChanceWithin(-1e6, 1e6), 6));
    }
}
