using CsCheck;
using GentleMole.Core.Fields;
using GentleMole.Core.Marking;
using GentleMole.Core.Pinpoint;

namespace GentleMole.Core.Tests.Pinpoint;

public class PinpointingTests
{
    private static readonly ReadingNoise Noise = new(0.02, 0.05);

    /// <summary>A row over a target and a neighbour, nanotesla.</summary>
    private static List<CrossReading> Distorted(double lateral, double depth, double other, double ratio, Random? random = null)
    {
        var lines = new ParallelLines([new StraightConductor(0, new(depth), 0.05), new StraightConductor(lateral, new(other), 0.05 * ratio)]);
        return [.. Enumerable.Range(-10, 21).Select(i =>
        {
            var field = lines.At(0.1 * i, new(0.05));
            double Size(double tesla)
            {
                var b = tesla * 1e9;
                return Math.Abs(b + (random is null ? 0 : Noise.SigmaAt(b) * Deviate.Normal(random)));
            }

            return new CrossReading(0.1 * i, 0.05, Size(field.HorizontalTesla), Size(field.VerticalTesla));
        })];
    }

    [Fact]
    public void A_clean_row_is_sound_and_every_mark_is_at_the_line()
    {
        var row = SingleLineFitTests.Row(new Random(5), 0.1, 0.9, 30, Noise);

        var found = Pinpointing.Single(row, Noise, 0.5, 1).Value;

        Assert.Equal(Verdict.Sound, found.Verdict);
        Assert.All(found.Marks, m => Assert.InRange(m.OffsetMetres, 0.05, 0.15));
        Assert.Equal(30 / 200.0 * 1000, found.CurrentMilliamps!.Value, 3.0);
        Assert.All(found.Marks, m => Assert.InRange(m.ToleranceLeftMetres, 0.3, 0.7));
    }

    [Theory]
    [InlineData(1.3, 1.0, 0.65, 0.35)]
    [InlineData(-1.4, 1.1, 0.9, 0.4)]
    [InlineData(1.3, 1.0, 0.65, -0.35)]
    public void A_neighbour_is_never_called_sound_and_the_interval_holds_the_truth(double lateral, double depth, double other, double ratio)
    {
        var random = new Random(11);
        for (var i = 0; i < 50; i++)
        {
            var found = Pinpointing.Single(Distorted(lateral, depth, other, ratio, random), Noise, 0.5, 1).Value;

            Assert.NotEqual(Verdict.Sound, found.Verdict);
            Assert.InRange(0, found.Position.Low95, found.Position.High95);
        }
    }

    [Theory]
    [InlineData(2.2, 1.1, 1.0, 0.2)]
    [InlineData(2.0, 0.9, 0.7, -0.25)]
    [InlineData(-2.4, 1.3, 1.2, 0.2)]
    public void Peak_and_null_move_to_one_side_the_null_further_and_the_line_lies_beyond_the_peak(
        double lateral, double depth, double other, double ratio)
    {
        var lines = new ParallelLines([new StraightConductor(0, new(depth), 0.05), new StraightConductor(lateral, new(other), 0.05 * ratio)]);
        var places = lines.PeakAndNullIn(-0.9, 0.9, new(0));
        var (peak, silent) = (places.PeakOffsetMetres!.Value, places.NullOffsetMetres!.Value);

        Assert.Equal(Math.Sign(peak), Math.Sign(silent));
        Assert.True(Math.Abs(silent) > Math.Abs(peak));
        var q = depth * other / ((other * other) + (lateral * lateral));
        Assert.InRange(peak - (q / (1 - q) * (silent - peak)), -0.012, 0.012);
    }

    [Fact]
    public void Marking_between_peak_and_null_leaves_less_than_the_corrected_position()
    {
        var found = Pinpointing.Single(Distorted(1.4, 1.0, 0.7, 0.35), Noise, 0.5, 1).Value;

        double Miss(MarkSchool school) => Math.Abs(found.Marks.Single(m => m.School == school).OffsetMetres);
        Assert.True(Miss(MarkSchool.Corrected) < Miss(MarkSchool.Peak));
        Assert.True(Miss(MarkSchool.Peak) < Miss(MarkSchool.Between));
    }

    [Fact]
    public void A_row_on_one_side_only_is_rejected()
    {
        var row = SingleLineFitTests.Row(new Random(5), 2.5, 0.6, 30, Noise);

        Assert.Equal(Verdict.Reject, Pinpointing.Single(row, Noise, 0.5, 1).Value.Verdict);
    }

    [Fact]
    public void Without_nulls_it_asks_for_them()
    {
        var found = Pinpointing.Single(SingleLineFitTests.Row(new Random(5), 0, 0.9, 30, Noise, 21, false), Noise, 0.5, null).Value;

        Assert.Equal(Verdict.Caution, found.Verdict);
        Assert.Contains(found.Reasons, r => r.Code == "no-null");
        Assert.Null(found.CurrentMilliamps);
        Assert.DoesNotContain(found.Marks, m => m.School == MarkSchool.Between);
    }

    [Fact]
    public void Chances_of_all_places_add_up_to_one() =>
        Assert.Equal(1, Distortion.ChanceWithin(-50, 50, 0.1, 0.3, 0.03, 0.02), 6);

    [Fact]
    public void Whatever_the_readings_the_answer_is_made_of_numbers_in_order()
    {
        var size = Gen.OneOf(Gen.Const(0.0), Gen.Const(1e-9), Gen.Const(1.0), Gen.Const(1e15), Gen.Double[0, 1]);
        var reading = Gen.Select(
            Gen.OneOf(Gen.Int[-10, 10].Select(i => i / 10.0), Gen.Double[-1000, 1000]),
            Gen.OneOf(Gen.Const(0.0), Gen.Const(0.05), Gen.Const(100.0)),
            size,
            Gen.OneOf(size.Select(v => (double?)v), Gen.Const((double?)null)),
            (y, h, p, n) => new CrossReading(y, h, p, n));
        Gen.Select(reading.Array[5, 21], Gen.OneOf(Gen.Const(0.0), Gen.Const(0.02), Gen.Const(1.0)), Gen.OneOf(Gen.Const(1e-12), Gen.Const(0.05), Gen.Const(1e9)))
            .Sample(
                (row, relative, floor) =>
                {
                    var result = Pinpointing.Single(row, new ReadingNoise(relative, floor), 0.45, 1e12);
                    if (!result.IsGood)
                    {
                        return;
                    }

                    var found = result.Value;
                    foreach (var interval in new[] { found.Position, found.Depth, found.Line.Amplitude })
                    {
                        Assert.True(double.IsFinite(interval.Low95) && double.IsFinite(interval.High95), $"{interval}");
                        Assert.InRange(interval.Value, interval.Low95, interval.High95);
                    }

                    Assert.True(double.IsFinite(found.CurrentMilliamps!.Value));
                    Assert.All(found.Marks, m => Assert.True(double.IsFinite(m.OffsetMetres) && double.IsFinite(m.ToleranceLeftMetres)));
                },
                iter: 1500);
    }

    [Fact]
    public void Bad_rows_are_told_where_they_are_bad()
    {
        var row = SingleLineFitTests.Row(new Random(5), 0, 0.9, 30, Noise).ToList();
        row[3] = row[3] with { HeightMetres = -0.2 };
        row[4] = row[4] with { Peak = double.NaN };

        var errors = Pinpointing.Single(row, Noise, 0, 1).Errors;

        Assert.Contains(errors, e => e.Field == "readings[3].HeightMetres");
        Assert.Contains(errors, e => e.Field == "readings[4].Peak");
        Assert.Contains(errors, e => e.Field == "toleranceMetres");
    }
}
