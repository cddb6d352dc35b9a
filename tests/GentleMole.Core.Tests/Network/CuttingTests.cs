using GentleMole.Core.Network;
using GentleMole.Core.Site;
using GentleMole.Core.Soil;

namespace GentleMole.Core.Tests.Network;

public class CuttingTests
{
    [Theory]
    [InlineData(512, 2.0)]
    [InlineData(83_000, 2.0)]
    [InlineData(480_000, 1.0)]
    public void Pieces_are_shorter_at_a_high_frequency_and_no_longer_than_half_their_distance_to_the_stake(double hertz, double longest)
    {
        var source = Ground.At("line", 0, new EarthStake(new(30, -1.5), 0.4, 0.008));
        var network = Ground.Of(Ground.Straight("line", 90));

        var stations = network.Solve(source, hertz).Stations("line").Select(c => c.ChainageMetres).Distinct().Order().ToList();

        Assert.All(stations.Zip(stations.Skip(1)), piece =>
        {
            var (from, to) = piece;
            var away = (network.Lines[0].At(Math.Clamp(30, from, to)) - new Vector3(30, -1.5, 0)).Length;
            Assert.True(to - from <= longest * 1.001 && to - from <= Math.Max(2 * Cutting.ShortestMetres, 0.5 * away) * 1.001, $"{to - from} m at {away} m");
        });
        Assert.InRange(stations.Count, 90 / longest, 4 * 90 / longest);
    }
}
