using GentleMole.Core.Fields;
using GentleMole.Core.Pinpoint;

namespace GentleMole.Core.Tests.Pinpoint;

public class PairFitTests
{
    private static readonly ReadingNoise Noise = new(0.02, 0.05);

    private static List<CrossReading> Row(StraightConductor line, StraightConductor neighbour, Random? random = null, double unit = 1)
    {
        var lines = new ParallelLines([line, neighbour]);
        return [.. Enumerable.Range(-10, 21).Select(i =>
        {
            var field = lines.At(0.1 * i, new(0.05));
            double Size(double tesla) => unit * Math.Abs((tesla * 1e9) + (random is null ? 0 : Noise.SigmaAt(tesla * 1e9) * Deviate.Normal(random)));
            return new CrossReading(0.1 * i, 0.05, Size(field.HorizontalTesla), Size(field.VerticalTesla));
        })];
    }

    private static FittedPair Fitted(IReadOnlyList<CrossReading> row, PinpointPrior? prior = null, double unit = 1)
    {
        var noise = new ReadingNoise(Noise.Relative, Noise.Floor * unit);
        return Pinpointing.Locate(row, noise, 0.45, null, prior ?? PinpointPrior.None).Value.Pair!;
    }

    [Theory]
    [InlineData(0.1, 0.8, 1.2, 0.9, 0.4)]
    [InlineData(-0.2, 1.0, -1.3, 0.6, -0.5)]
    [InlineData(0.05, 0.6, 0.9, 0.5, -0.75)]
    public void Without_noise_both_lines_are_found_where_they_are(double offset, double depth, double apart, double other, double ratio)
    {
        var pair = Fitted(Row(new(offset, new(depth), 0.05), new(offset + apart, new(other), 0.05 * ratio)));

        Assert.Equal(offset, pair.OffsetMetres, 0.02);
        Assert.Equal(depth, pair.Depth.Metres, 0.03);
        Assert.Equal(offset + apart, pair.NeighbourOffsetMetres, 0.1);
        Assert.Equal(ratio, pair.CurrentRatio, 0.1);
        Assert.Equal(10, pair.Amplitude, 0.4);
    }

    [Fact]
    public void Of_two_lines_in_noise_the_greater_is_found_and_the_row_agrees_with_the_pair()
    {
        var random = new Random(7);
        double Between(double low, double high) => low + ((high - low) * random.NextDouble());
        var (misses, misfits) = (new List<double>(), 0);
        for (var i = 0; i < 150; i++)
        {
            var line = new StraightConductor(Between(-0.3, 0.3), new(Between(0.4, 1.6)), Between(0.02, 0.1));
            var apart = Between(0.5, 2.5) * (random.Next(2) == 0 ? 1 : -1);
            var ratio = Between(0.1, 0.8) * (random.Next(2) == 0 ? 1 : -1);
            var pair = Fitted(Row(line, new(line.OffsetMetres + apart, new(Between(0.4, 1.6)), line.CurrentAmperes * ratio), random));
            misses.Add(Math.Abs(pair.OffsetMetres - line.OffsetMetres));
            misfits += pair.Fit.MisfitDeviates > 3 ? 1 : 0;
        }

        misses.Sort();
        Assert.InRange(misses[misses.Count * 9 / 10], 0, 0.2);
        Assert.InRange(misses[misses.Count / 2], 0, 0.02);
        Assert.True(misfits <= 2, $"{misfits} rows do not agree with their own pair");
    }

    [Fact]
    public void Akaike_names_two_lines_where_there_are_two_and_one_where_there_is_one()
    {
        var random = new Random(3);
        int Named(double ratio)
        {
            var two = 0;
            for (var i = 0; i < 30; i++)
            {
                var row = Row(new(0, new(0.9), 0.05), new(1.3, new(0.8), 0.05 * ratio), random);
                var single = SingleLineFit.Fit(row, Noise);
                var one = new ModelFit(LogOf(row, single), single.ChiSquare, 3, 2 * row.Count);
                two += Fitted(row).Fit.Aicc < one.Aicc ? 1 : 0;
            }

            return two;
        }

        Assert.True(Named(0.4) >= 29);
        Assert.True(Named(-0.4) >= 29);
        Assert.True(Named(0) <= 6);
    }

    [Fact]
    public void A_mirror_mirrors_and_another_unit_is_only_another_unit()
    {
        var row = Row(new(0.15, new(0.9), 0.05), new(-1.1, new(0.7), 0.02), new Random(5));
        var (pair, mirrored, scaled) = (
            Fitted(row), Fitted([.. row.Select(r => r with { OffsetMetres = -r.OffsetMetres }).Reverse()]),
            Fitted([.. row.Select(r => r with { Peak = 1000 * r.Peak, Null = 1000 * r.Null })], unit: 1000));

        Assert.Equal(pair.OffsetMetres, -mirrored.OffsetMetres, 0.002);
        Assert.Equal(pair.CurrentRatio, mirrored.CurrentRatio, 0.01);
        Assert.Equal(pair.OffsetMetres, scaled.OffsetMetres, 0.002);
        Assert.Equal(1000 * pair.Amplitude, scaled.Amplitude, pair.Amplitude);
    }

    [Fact]
    public void A_neighbour_that_is_known_of_is_looked_for_there()
    {
        // Weak and far: the row alone says little of it.
        var row = Row(new(0, new(1.0), 0.05), new(2.2, new(0.8), 0.008), new Random(9));
        var told = Fitted(row, PinpointPrior.None with { Neighbours = [new NeighbourPrior(2.2, 0.15, new(0.8), 0.16)] });

        Assert.Equal(2.2, told.NeighbourOffsetMetres, 0.3);
        Assert.Equal(0, told.OffsetMetres, 0.03);
    }

    /// <summary>Logarithm of the likelihood of one line, less the same constant as a pair's.</summary>
    private static double LogOf(IReadOnlyList<CrossReading> row, FittedLine line)
    {
        var unit = row.Max(r => r.Peak);
        var floor = Math.Max(Noise.Floor / unit, 1e-3);
        double Log(double size, double model)
        {
            var sigma = Math.Sqrt((Noise.Relative * Noise.Relative * model * model) + (floor * floor));
            return (-0.5 * Math.Pow((size - Math.Abs(model)) / sigma, 2)) - Math.Log(sigma) + Math.Log(1 + Math.Exp(-2 * size * Math.Abs(model) / (sigma * sigma)));
        }

        return row.Sum(r =>
        {
            var response = line.ResponseAt(r.OffsetMetres, r.HeightMetres);
            return Log(r.Peak / unit, response.HorizontalTesla / unit) + Log(r.Null!.Value / unit, response.VerticalTesla / unit);
        });
    }
}
