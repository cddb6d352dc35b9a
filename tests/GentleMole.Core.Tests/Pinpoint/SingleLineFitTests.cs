using GentleMole.Core.Pinpoint;

namespace GentleMole.Core.Tests.Pinpoint;

public class SingleLineFitTests
{
    private static readonly ReadingNoise Noise = new(0.02, 0.05);

    internal static List<CrossReading> Row(
        Random random, double place, double depth, double amplitude, ReadingNoise noise, int count = 21, bool withNull = true)
    {
        var readings = new List<CrossReading>();
        for (var i = 0; i < count; i++)
        {
            var offset = -1.0 + (2.0 * i / (count - 1));
            var distance = depth + 0.1;
            var y = offset - place;
            var horizontal = amplitude * distance / ((distance * distance) + (y * y));
            var vertical = amplitude * y / ((distance * distance) + (y * y));
            double Noisy(double b) => Math.Abs(b + (noise.SigmaAt(b) * Deviate.Normal(random)));
            readings.Add(new CrossReading(offset, 0.1, Noisy(horizontal), withNull ? Noisy(vertical) : null));
        }

        return readings;
    }

    [Theory]
    [InlineData(true, 21)]
    [InlineData(false, 21)]
    [InlineData(true, 5)]
    public void Intervals_of_a_clean_locate_hold_95_percent_of_the_time(bool withNull, int count)
    {
        const int locates = 1000;
        var random = new Random(20260417);
        int position = 0, depth = 0, amplitude = 0;
        for (var i = 0; i < locates; i++)
        {
            var place = (random.NextDouble() * 0.6) - 0.3;
            var deep = 0.5 + (random.NextDouble() * 1.3);
            var strength = 15 + (random.NextDouble() * 60);
            var line = SingleLineFit.Fit(Row(random, place, deep, strength, Noise, count, withNull), Noise);
            position += Holds(line.Position, place);
            depth += Holds(line.Depth, deep);
            amplitude += Holds(line.Amplitude, strength);
        }

        Assert.InRange(position, 920, 980);
        Assert.InRange(depth, 920, 980);
        Assert.InRange(amplitude, 920, 980);
    }

    [Theory]
    [InlineData(0.3)]
    [InlineData(1.0)]
    public void Intervals_hold_their_part_of_the_time_when_the_signal_is_weak_and_heights_vary(double floor)
    {
        var noise = new ReadingNoise(0.03, floor);
        var random = new Random(99);
        int held = 0, deep = 0, all = 0;
        while (all < 600)
        {
            var place = (random.NextDouble() * 0.8) - 0.4;
            var depth = 0.4 + (random.NextDouble() * 2.1);
            var strength = 1 + (random.NextDouble() * 19);
            var row = Enumerable.Range(0, 15).Select(i =>
            {
                var height = random.Next(3) * 0.12;
                var y = -1.2 + (2.4 * i / 14) - place;
                var distance = depth + height;
                var r2 = (y * y) + (distance * distance);
                double Noisy(double b) => Math.Abs(b + (noise.SigmaAt(b) * Deviate.Normal(random)));
                return new CrossReading(y + place, height, Noisy(strength * distance / r2), Noisy(strength * y / r2));
            }).ToList();
            if (CrossReadingRules.Check(row, noise).Count == 0)
            {
                var found = SingleLineFit.Fit(row, noise);
                all++;
                held += Holds(found.Position, place);
                deep += Holds(found.Depth, depth);
            }
        }

        Assert.InRange(held / 600.0, 0.92, 0.99);
        Assert.InRange(deep / 600.0, 0.92, 0.99);
    }

    [Fact]
    public void Ninety_of_a_hundred_clean_locates_are_within_a_centimetre()
    {
        var random = new Random(8);
        var misses = Enumerable.Range(0, 400).Select(_ =>
        {
            var place = (random.NextDouble() * 0.6) - 0.3;
            var row = Row(random, place, 0.5 + (random.NextDouble() * 1.3), 30, Noise);
            return Math.Abs(SingleLineFit.Fit(row, Noise).Position.Value - place);
        }).Order().ToList();

        Assert.InRange(misses[360], 0.0005, 0.010);
    }

    [Theory]
    [InlineData(0.0, 1.2, 0.0)]
    [InlineData(0.37, 0.35, 0.25)]
    [InlineData(-0.8, 3.4, 0.6)]
    public void Without_noise_the_truth_comes_back(double place, double depth, double height)
    {
        var readings = Enumerable.Range(0, 15).Select(i =>
        {
            var y = -1.4 + (0.2 * i) - place;
            var distance = depth + height;
            var r2 = (distance * distance) + (y * y);
            return new CrossReading(y + place, height, 40 * distance / r2, 40 * Math.Abs(y) / r2);
        }).ToList();

        var line = SingleLineFit.Fit(readings, Noise);

        Assert.Equal(place, line.Position.Value, 1e-4);
        Assert.Equal(depth, line.Depth.Value, 1e-3);
        Assert.Equal(40, line.Amplitude.Value, 1e-2);
    }

    private static int Holds(Estimate estimate, double truth) =>
        estimate.Low95 <= truth && truth <= estimate.High95 ? 1 : 0;
}
