using CsCheck;
using GentleMole.Core.Pinpoint;

namespace GentleMole.Core.Tests.Pinpoint;

public class PeakNullPlacesTests
{
    private static readonly ReadingNoise Noise = new(0.02, 0.05);

    private static List<CrossReading> Clean(double place, double depth, double step = 0.1) => [.. Enumerable.Range(-10, 21).Select(i =>
    {
        var y = (step * i) - place;
        var r2 = (depth * depth) + (y * y);
        return new CrossReading(step * i, 0, 40 * depth / r2, 40 * Math.Abs(y) / r2);
    })];

    [Fact]
    public void Without_noise_both_are_at_the_line_to_the_millimetre() =>
        Gen.Select(Gen.Double[-0.7, 0.7], Gen.Double[0.3, 2.5]).Sample((place, depth) =>
        {
            var row = Clean(place, depth);
            Assert.Equal(place, PeakNullPlaces.Peak(row, Noise)!.Value.OffsetMetres, 1e-3);
            Assert.Equal(place, PeakNullPlaces.Null(row, Noise)!.Value.OffsetMetres, 1e-3);
        });

    [Fact]
    public void Their_scatter_is_what_they_say_it_is()
    {
        var random = new Random(12);
        int peak = 0, silent = 0;
        const int trials = 600;
        for (var i = 0; i < trials; i++)
        {
            var place = (random.NextDouble() * 0.4) - 0.2;
            var row = SingleLineFitTests.Row(random, place, 0.6 + random.NextDouble(), 40, Noise);
            var (p, n) = (PeakNullPlaces.Peak(row, Noise), PeakNullPlaces.Null(row, Noise));
            peak += p is { } a && Math.Abs(a.OffsetMetres - place) < 3 * a.Sigma ? 1 : 0;
            silent += n is { } b && Math.Abs(b.OffsetMetres - place) < 3 * b.Sigma ? 1 : 0;
        }

        Assert.InRange(peak / (double)trials, 0.95, 1);
        Assert.InRange(silent / (double)trials, 0.95, 1);
    }

    [Fact]
    public void A_row_that_does_not_reach_over_the_line_has_neither()
    {
        var row = Clean(2.5, 0.6);

        Assert.Null(PeakNullPlaces.Peak(row, Noise));
        Assert.Null(PeakNullPlaces.Null(row, Noise));
    }

    [Fact]
    public void Two_nulls_are_too_few_for_a_place() =>
        Assert.Null(PeakNullPlaces.Null([.. Clean(0, 1).Select((r, i) => i < 2 ? r : r with { Null = null })], Noise));

    [Fact]
    public void The_order_of_the_readings_does_not_matter()
    {
        var row = SingleLineFitTests.Row(new Random(3), 0.15, 1.1, 30, Noise);
        var mixed = row.OrderBy(r => (r.OffsetMetres * 7919) % 1).ToList();

        Assert.Equal(PeakNullPlaces.Peak(row, Noise)!.Value.OffsetMetres, PeakNullPlaces.Peak(mixed, Noise)!.Value.OffsetMetres, 1e-9);
        Assert.Equal(PeakNullPlaces.Null(row, Noise)!.Value.OffsetMetres, PeakNullPlaces.Null(mixed, Noise)!.Value.OffsetMetres, 1e-9);
        Assert.Equal(
            SingleLineFit.Fit(row, Noise).Position.Value, SingleLineFit.Fit(mixed, Noise).Position.Value, 6);
    }

    [Fact]
    public void A_row_seen_in_a_mirror_or_moved_along_gives_the_place_mirrored_or_moved() =>
        Gen.Select(Gen.Int[0, 10_000], Gen.Double[-30, 30]).Sample(
            (seed, shift) =>
            {
                var row = SingleLineFitTests.Row(new Random(seed), 0.15, 1.1, 30, Noise);
                var fit = SingleLineFit.Fit(row, Noise);
                var mirrored = SingleLineFit.Fit([.. row.Select(r => r with { OffsetMetres = -r.OffsetMetres })], Noise);
                var moved = SingleLineFit.Fit([.. row.Select(r => r with { OffsetMetres = r.OffsetMetres + shift })], Noise);

                Assert.Equal(fit.Position.Value, -mirrored.Position.Value, 1e-4);
                Assert.Equal(fit.Position.Value + shift, moved.Position.Value, 1e-4);
                Assert.Equal(fit.Depth.Value, moved.Depth.Value, 1e-3);
            },
            iter: 40);

    [Fact]
    public void Twice_the_gain_is_twice_the_amplitude_and_the_same_place_and_depth() =>
        Gen.Int[0, 10_000].Sample(
            seed =>
            {
                var row = SingleLineFitTests.Row(new Random(seed), -0.1, 0.8, 30, Noise);
                var fit = SingleLineFit.Fit(row, Noise);
                var louder = SingleLineFit.Fit([.. row.Select(r => r with { Peak = 2 * r.Peak, Null = 2 * r.Null })], Noise with { Floor = 0.1 });

                Assert.Equal(2 * fit.Amplitude.Value, louder.Amplitude.Value, 1e-2);
                Assert.Equal(fit.Position.HalfWidth, louder.Position.HalfWidth, 1e-4);
                Assert.Equal(fit.Depth.Value, louder.Depth.Value, 1e-3);
            },
            iter: 40);

    [Fact]
    public void More_readings_make_the_interval_narrower()
    {
        double Width(int count) => Enumerable.Range(0, 60)
            .Average(seed => SingleLineFit.Fit(SingleLineFitTests.Row(new Random(seed), 0.1, 1, 30, new ReadingNoise(0.02, 0.4), count), new ReadingNoise(0.02, 0.4)).Position.HalfWidth);

        Assert.True(Width(41) < 0.85 * Width(11));
    }
}
