using CsCheck;
using GentleMole.Core.Fields;
using GentleMole.Core.Marking;
using GentleMole.Core.Pinpoint;
using GentleMole.Core.Practice;

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

        var found = Pinpointing.Locate(row, Noise, 0.5, 1, PinpointPrior.None).Value;

        Assert.Equal(Verdict.Sound, found.Verdict);
        Assert.All(found.Marks, m => Assert.InRange(m.OffsetMetres, 0.05, 0.15));
        Assert.Equal(30 / 200.0 * 1000, found.CurrentMilliamps!.Value, 3.0);
        Assert.All(found.Marks, m => Assert.InRange(m.ToleranceLeftMetres, 0.3, 0.7));
    }

    [Theory]
    [InlineData(1.3, 1.0, 0.65, 0.35)]
    [InlineData(-1.4, 1.1, 0.9, 0.4)]
    [InlineData(1.3, 1.0, 0.65, -0.35)]
    public void A_neighbour_is_found_and_its_pull_taken_out(double lateral, double depth, double other, double ratio)
    {
        var random = new Random(11);
        int held = 0, deep = 0, pairs = 0, closer = 0;
        for (var i = 0; i < 40; i++)
        {
            var found = Pinpointing.Locate(Distorted(lateral, depth, other, ratio, random), Noise, 0.5, 1, PinpointPrior.None).Value;

            held += found.Position.Low95 <= 0 && found.Position.High95 >= 0 ? 1 : 0;
            deep += found.Depth.Low95 <= depth && found.Depth.High95 >= depth ? 1 : 0;
            pairs += found.Neighbour is { } n && n.CurrentRatio * ratio > 0 && Math.Abs(n.NeighbourOffsetMetres - lateral) < 0.4 ? 1 : 0;
            closer += Math.Abs(found.Position.Value) < Math.Abs(found.PeakOffsetMetres!.Value) ? 1 : 0;
            Assert.True(found.Verdict != Verdict.Sound || Math.Abs(found.Position.Value) < 0.1, $"{found.Position}");
        }

        Assert.True(held >= 36 && deep >= 36 && pairs >= 33 && closer >= 33, $"held {held}, deep {deep}, pairs {pairs}, closer {closer} of 40");
    }

    [Fact]
    public void Peak_and_null_that_agree_beside_the_line_are_not_believed()
    {
        // Deep target, shallow neighbour 1.5 m aside: both move by 0.4 m and look like a clean field.
        var lines = new ParallelLines([new StraightConductor(0, new(1.1), 0.2), new StraightConductor(-1.5, new(0.7), 0.09)]);
        var (random, noise) = (new Random(4), new ReadingNoise(0.02, 0.2));
        List<CrossReading> row = [.. Enumerable.Range(-6, 13).Select(i =>
        {
            var field = lines.At(0.2 * i, new(0.05));
            double Size(double tesla) => Math.Abs((tesla * 1e9) + (noise.SigmaAt(tesla * 1e9) * Deviate.Normal(random)));
            return new CrossReading(0.2 * i, 0.05, Size(field.HorizontalTesla), Size(field.VerticalTesla));
        })];
        var found = Pinpointing.Locate(row, noise, 0.5, 1, PinpointPrior.None).Value;

        Assert.InRange(found.NullOffsetMetres!.Value - found.PeakOffsetMetres!.Value, -0.1, 0.1);
        Assert.True(Math.Abs(found.PeakOffsetMetres.Value) > 0.3);
        Assert.InRange(0, found.Position.Low95, found.Position.High95);
        Assert.InRange(found.Position.Value, -0.08, 0.08);
        Assert.Equal(RowModel.Pair, found.Model);
    }

    [Fact]
    public void A_short_row_says_that_it_is_not_sure_and_where_to_read_on()
    {
        // Over a line at -0.1 m and another at 0.8 m with a third of its current the other way.
        List<CrossReading> row =
        [
            new(-0.75, 0.05, 6.4, 2.2), new(-0.5, 0.05, 7.5, 0.7), new(-0.25, 0.05, 7.8, 0.6), new(0, 0.05, 7.2, 3.0),
            new(0.25, 0.05, 6.2, 4.3), new(0.5, 0.05, 4.2, 5.0), new(0.75, 0.05, 2.4, 4.7),
        ];

        var found = Pinpointing.Locate(row, new ReadingNoise(0.02, 0.2), 0.5, 1, PinpointPrior.None).Value;

        Assert.InRange(-0.1, found.Position.Low95, found.Position.High95);
        Assert.NotEqual(Verdict.Sound, found.Verdict);
        Assert.Contains(found.Reasons, r => r.Code is "one-or-two" or "unsure-place");
        Assert.NotEmpty(found.Next);
        Assert.All(found.Next, n => Assert.True(n.HalfWidthAfter < found.Position.HalfWidth && Math.Abs(n.OffsetMetres) <= 1.8));
    }

    [Fact]
    public void What_is_known_before_narrows_the_place_and_a_wrong_plan_does_not_move_it_far()
    {
        var row = Distorted(1.2, 1.0, 0.8, 0.4, new Random(4)).Where((_, i) => i % 4 == 0).ToList();
        var noise = new ReadingNoise(0.05, 0.5);
        var alone = Pinpointing.Locate(row, noise, 0.5, 1, PinpointPrior.None).Value;
        var told = Pinpointing.Locate(row, noise, 0.5, 1, new PinpointPrior(0, 0.2, new(1.0), 0.15, [new NeighbourPrior(1.2, 0.15, new(0.8), 0.4)])).Value;
        var misled = Pinpointing.Locate(Distorted(1.2, 1.0, 0.8, 0.4, new Random(4)), Noise, 0.5, 1, new PinpointPrior(-2, 0.3, null, null, [])).Value;

        Assert.True(told.Position.HalfWidth < 0.8 * alone.Position.HalfWidth, $"{told.Position} against {alone.Position}");
        Assert.InRange(0, told.Position.Low95, told.Position.High95);
        Assert.InRange(misled.Position.Value, -0.1, 0.1);
    }

    [Fact]
    public void More_readings_narrow_the_interval_on_average()
    {
        double Width(int every) => Enumerable.Range(0, 8).Average(seed => Pinpointing.Locate(
            [.. Distorted(1.3, 1.0, 0.65, 0.35, new Random(seed)).Where((_, i) => i % every == 0)], Noise, 0.5, 1, PinpointPrior.None).Value.Position.HalfWidth);

        Assert.True(Width(1) < Width(2) && Width(2) < Width(4), $"{Width(1)}, {Width(2)}, {Width(4)}");
    }

    [Theory]
    [InlineData(150)]
    [InlineData(1500)]
    public void A_long_row_says_the_same_as_a_short_one_only_surer(int count)
    {
        var random = new Random(1);
        var lines = new ParallelLines([new StraightConductor(0, new(1.1), 0.2), new StraightConductor(1.3, new(0.75), 0.08)]);
        var noise = new ReadingNoise(0.02, 0.05);
        List<CrossReading> row = [.. Enumerable.Range(0, count).Select(i =>
        {
            var offset = -1 + (2.0 * i / (count - 1));
            var field = lines.At(offset, new(0.05));
            double Size(double tesla) => Math.Abs((tesla * 1e9) + (noise.SigmaAt(tesla * 1e9) * Deviate.Normal(random)));
            return new CrossReading(offset, 0.05, Size(field.HorizontalTesla), Size(field.VerticalTesla));
        })];

        var found = Pinpointing.Locate(row, noise, 0.5, 1, PinpointPrior.None).Value;

        Assert.InRange(found.Position.Value, -0.03, 0.03);
        Assert.InRange(0, found.Position.Low95, found.Position.High95);
        Assert.InRange(found.Position.HalfWidth, 1e-4, 0.03);
    }

    [Fact]
    public void A_neighbour_that_is_far_away_changes_nothing()
    {
        var (with, without) = (
            Pinpointing.Locate(Distorted(40, 1.0, 1.0, 0.5), Noise, 0.5, 1, PinpointPrior.None).Value,
            Pinpointing.Locate(Distorted(40, 1.0, 1.0, 0), Noise, 0.5, 1, PinpointPrior.None).Value);

        Assert.Equal(without.Position.Value, with.Position.Value, 0.01);
        Assert.Equal(without.Depth.Value, with.Depth.Value, 0.02);
        Assert.Equal(Verdict.Sound, without.Verdict);
    }

    [Theory]
    [InlineData("equal offsets")]
    [InlineData("all zero")]
    [InlineData("null above any peak")]
    public void Odd_rows_get_a_sentence_or_an_honest_answer(string which)
    {
        var row = Enumerable.Range(0, 9).Select(i => which switch
        {
            "equal offsets" => new CrossReading(0.2, 0.05, 10 + i, 3),
            "all zero" => new CrossReading(0.2 * i, 0.05, 0, 0),
            _ => new CrossReading((0.2 * i) - 0.8, 0.05, 10 - Math.Abs(i - 4), 500),
        }).ToList();

        var found = Pinpointing.Locate(row, Noise, 0.5, 1, PinpointPrior.None);

        Assert.True(found.IsGood ? found.Value.Verdict == Verdict.Reject : found.Errors[0].Sentence.Length > 20);
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
        var found = Pinpointing.Locate(Distorted(1.4, 1.0, 0.7, 0.35), Noise, 0.5, 1, PinpointPrior.None).Value;

        double Miss(MarkSchool school) => Math.Abs(found.Marks.Single(m => m.School == school).OffsetMetres);
        Assert.True(Miss(MarkSchool.Corrected) < Miss(MarkSchool.Peak));
        Assert.True(Miss(MarkSchool.Peak) < Miss(MarkSchool.Between));
    }

    [Fact]
    public void A_row_on_one_side_only_is_rejected()
    {
        var row = SingleLineFitTests.Row(new Random(5), 2.5, 0.6, 30, Noise);

        Assert.Equal(Verdict.Reject, Pinpointing.Locate(row, Noise, 0.5, 1, PinpointPrior.None).Value.Verdict);
    }

    [Fact]
    public void Without_nulls_it_asks_for_them()
    {
        var found = Pinpointing.Locate(SingleLineFitTests.Row(new Random(5), 0, 0.9, 30, Noise, 21, false), Noise, 0.5, null, PinpointPrior.None).Value;

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
                    var result = Pinpointing.Locate(row, new ReadingNoise(relative, floor), 0.45, 1e12, PinpointPrior.None);
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
                iter: 300);
    }

    [Theory]
    [InlineData(0.0026, 0.02, true)]
    [InlineData(0.0028, 0.02, false)]
    [InlineData(0.018, 0.995, true)]
    [InlineData(0.02, 0.995, false)]
    [InlineData(0, 0.16, false)]
    [InlineData(0, 0.5, false)]
    [InlineData(0, 0.97, false)]
    public void A_place_is_sure_only_where_the_row_says_whether_it_is_one_line_or_two(double doubt, double chanceOfTwo, bool sure) =>
        Assert.Equal(sure, Pinpointing.IsSure(doubt, chanceOfTwo));

    /// <summary>The line shows itself in so narrow a place that nothing of it is seen from the middle of the cells about it.</summary>
    [Fact]
    public void A_narrow_hill_that_was_found_is_not_lost_between_the_cells()
    {
        var noise = new ReadingNoise(0.02, 0.05);
        var row = MadeUpRow.Draw(new Random(700_926), noise, (0.5, 2.5));
        var found = Pinpointing.Locate(row.Readings, noise, 0.45, 1, PinpointPrior.None).Value;
        Assert.InRange(found.Position.Value, row.Line.OffsetMetres - 0.06, row.Line.OffsetMetres + 0.06);
        Assert.InRange(found.Neighbour!.NeighbourOffsetMetres, row.Neighbour!.Value.OffsetMetres - 0.2, row.Neighbour.Value.OffsetMetres + 0.2);
    }

    [Fact]
    public void A_row_of_nonsense_never_puts_a_line_deeper_than_lines_lie()
    {
        CrossReading[] row =
        [
            new(-0.8, 0.05, 0.112, 0), new(-0.2, 100, 1e15, null), new(-0.8, 100, 1, 1e-9), new(8e-53, 0, 1e15, 0), new(0, 100, 1e-9, null), new(-0.5, 0, 1e15, 1),
            new(-0.4, 100, 1e-9, null), new(14, 0.05, 1e-9, 1e-9), new(1, 100, 0, 1), new(1, 0, 0, null), new(-0.018, 0, 1e-9, 1e-9),
        ];

        var found = Pinpointing.Locate(row, new ReadingNoise(0, 1e9), 0.45, 1e12, PinpointPrior.None).Value;

        Assert.InRange(found.Depth.Value, 0, 200);
        Assert.True(double.IsFinite(found.Depth.High95));
        Assert.NotEqual(Verdict.Sound, found.Verdict);
    }

    [Fact]
    public void Bad_rows_are_told_where_they_are_bad()
    {
        var row = SingleLineFitTests.Row(new Random(5), 0, 0.9, 30, Noise).ToList();
        row[3] = row[3] with { HeightMetres = -0.2 };
        row[4] = row[4] with { Peak = double.NaN };

        var errors = Pinpointing.Locate(row, Noise, 0, 1, PinpointPrior.None).Errors;

        Assert.Contains(errors, e => e.Field == "readings[3].HeightMetres");
        Assert.Contains(errors, e => e.Field == "readings[4].Peak");
        Assert.Contains(errors, e => e.Field == "toleranceMetres");
    }
}
