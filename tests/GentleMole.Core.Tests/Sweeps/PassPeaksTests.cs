using GentleMole.Core.Sweeps;

namespace GentleMole.Core.Tests.Sweeps;

/// <summary>Responses found on strips of levels of which it is known where the lines lie.</summary>
public class PassPeaksTests
{
    /// <summary>Lines crossed square: peak response μ0·I/2π · D/(D² + x²), here with a top of 1 for a distance of 1 m.</summary>
    private static List<(double AlongMetres, double Level)> Strip(double length, double step, double noise, int seed, params (double At, double Distance, double Strength)[] lines)
    {
        var random = new Random(seed);
        return [.. Enumerable.Range(0, (int)(length / step) + 1).Select(k =>
        {
            var x = k * step;
            return (x, Math.Abs(lines.Sum(l => l.Strength * l.Distance / ((l.Distance * l.Distance) + ((x - l.At) * (x - l.At)))) + (noise * Deviate.Normal(random))));
        })];
    }

    [Theory]
    [InlineData(0.05)]
    [InlineData(0.1)]
    [InlineData(0.25)]
    public void A_line_is_found_where_it_lies_and_its_distance_by_the_width(double step)
    {
        var peak = Assert.Single(PassPeaks.Of(Strip(20, step, 0, 1, (7.13, 0.9, 1)), 0.05));

        Assert.Equal(7.13, peak.AlongMetres, 2);
        Assert.Equal(0.9, peak.DistanceMetres!.Value, 1);
    }

    [Fact]
    public void Noise_alone_is_next_to_no_response_however_low_the_threshold() =>
        Assert.InRange(Enumerable.Range(0, 40).Sum(seed => PassPeaks.Of(Strip(30, 0.1, 0.02, seed), 0.001).Count), 0, 2);

    [Fact]
    public void What_stays_under_the_threshold_or_rises_to_the_end_of_the_strip_is_none()
    {
        Assert.Empty(PassPeaks.Of(Strip(20, 0.1, 0, 1, (7, 1, 0.04)), 0.05));
        Assert.Empty(PassPeaks.Of(Strip(20, 0.1, 0, 1, (20.5, 1, 1)), 0.05));
        Assert.Empty(PassPeaks.Of([], 0.05));
        Assert.Empty(PassPeaks.Of([(0, 1)], 0.05));
        Assert.Empty(PassPeaks.Of([.. Enumerable.Range(0, 50).Select(k => (k * 0.1, 1.0))], 0.05));
    }

    [Fact]
    public void Two_lines_farther_apart_than_they_are_deep_are_two()
    {
        Assert.Equal([8.0, 11.0], PassPeaks.Of(Strip(20, 0.1, 0, 1, (8, 0.8, 1), (11, 0.8, 0.7)), 0.05).Select(p => Math.Round(p.AlongMetres, 1)));
        Assert.Single(PassPeaks.Of(Strip(20, 0.1, 0, 1, (8, 1.5, 1), (8.6, 1.5, 0.9)), 0.05));
    }

    [Fact]
    public void The_told_scatter_is_that_of_the_place()
    {
        var found = Enumerable.Range(0, 300).Select(seed => PassPeaks.Of(Strip(16, 0.1, 0.01, seed, (7.03, 1, 1)), 0.2).MaxBy(p => p.Level)!).ToList();
        var spread = Math.Sqrt(found.Average(p => Math.Pow(p.AlongMetres - 7.03, 2)));

        Assert.InRange(found.Average(p => p.SigmaMetres) / spread, 0.6, 1.6);
    }
}
