using CsCheck;
using GentleMole.Core.Fields;
using GentleMole.Core.Site;

namespace GentleMole.Core.Tests.Fields;

public class FieldTests
{
    private static readonly Gen<StraightConductor> Lines = Gen.Select(
        Gen.Double[-3, 3], Gen.Double[0.3, 3], Gen.Double[-0.1, 0.1], (y, d, i) => new StraightConductor(y, new(d), i));

    [Fact]
    public void Straight_above_a_line_the_field_is_that_of_Ampere()
    {
        var field = new ParallelLines([new StraightConductor(0, new(1.2), 0.05)]).At(0, new(0));

        Assert.Equal(2e-7 * 0.05 / 1.2, field.HorizontalTesla, 1e-15);
        Assert.Equal(0, field.VerticalTesla, 1e-15);
    }

    [Fact]
    public void Fields_of_lines_add_up() =>
        Gen.Select(Lines, Lines, Gen.Double[-5, 5]).Sample((a, b, y) =>
        {
            var (alone, other, both) = (new ParallelLines([a]).At(y, new(0.1)), new ParallelLines([b]).At(y, new(0.1)), new ParallelLines([a, b]).At(y, new(0.1)));
            Assert.Equal(alone.HorizontalTesla + other.HorizontalTesla, both.HorizontalTesla, 1e-15);
            Assert.Equal(alone.VerticalTesla + other.VerticalTesla, both.VerticalTesla, 1e-15);
        });

    [Fact]
    public void No_station_of_a_fine_grid_reads_more_than_the_peak_that_was_found() =>
        Lines.Array[1, 4].Sample(
            lines =>
            {
                var field = new ParallelLines(lines);
                var found = field.PeakAndNullIn(-6, 6, new(0.05));
                if (found.PeakOffsetMetres is not { } peak)
                {
                    return;
                }

                var top = Math.Abs(field.At(peak, new(0.05)).HorizontalTesla);
                for (var i = 0; i <= 12_000; i++)
                {
                    Assert.True(Math.Abs(field.At(-6 + (i / 1000.0), new(0.05)).HorizontalTesla) <= top * (1 + 1e-6));
                }

                if (found.NullOffsetMetres is { } silent)
                {
                    Assert.True(Math.Abs(field.At(silent, new(0.05)).VerticalTesla) < 1e-4 * top);
                }
            },
            iter: 60);

    [Fact]
    public void Without_current_there_is_neither_peak_nor_null()
    {
        var found = new ParallelLines([new StraightConductor(0, new(1), 0)]).PeakAndNullIn(-1, 1, new(0));

        Assert.Null(found.PeakOffsetMetres);
        Assert.Null(found.NullOffsetMetres);
    }

    [Fact]
    public void A_crest_outside_the_span_gives_its_edge_and_no_null()
    {
        var found = new ParallelLines([new StraightConductor(3, new(1), 1)]).PeakAndNullIn(-1, 1, new(0));

        Assert.Equal(1, found.PeakOffsetMetres!.Value, 1e-9);
        Assert.Null(found.NullOffsetMetres);
    }

    [Fact]
    public void A_very_long_segment_is_a_straight_line() =>
        Gen.Select(Gen.Double[-4, 4], Gen.Double[0.3, 3]).Sample((y, depth) =>
        {
            // Wire along north under east 0, current north: the horizontal part is across it, to the east.
            var wire = new WireSegment(new Vector3(0, -1e5, -depth), new Vector3(0, 1e5, -depth), 0.05);
            var b = wire.FieldAt(new Vector3(y, 0, 0.1));
            var line = new ParallelLines([new StraightConductor(0, new(depth), 0.05)]).At(y, new(0.1));
            Assert.Equal(line.HorizontalTesla, Math.Abs(b.East), 1e-13);
            Assert.Equal(Math.Abs(line.VerticalTesla), Math.Abs(b.Up), 1e-13);
            Assert.Equal(0, b.North, 1e-15);
        });

    [Fact]
    public void A_segment_cut_in_two_makes_the_same_field() =>
        Gen.Select(Gen.Double[-4, 4], Gen.Double[-4, 4], Gen.Double[0.05, 0.95]).Sample((e, n, part) =>
        {
            var (a, b) = (new Vector3(-3, 1, -1), new Vector3(4, 2, -1.4));
            var middle = a + ((b - a) * part);
            var point = new Vector3(e, n, 0.1);
            var whole = new WireSegment(a, b, 1).FieldAt(point);
            var parts = new WireSegment(a, middle, 1).FieldAt(point) + new WireSegment(middle, b, 1).FieldAt(point);
            Assert.True((whole - parts).Length <= 1e-9 * whole.Length);
        });

    [Fact]
    public void A_segment_agrees_with_summing_Biot_Savart_over_small_pieces()
    {
        var wire = new WireSegment(new Vector3(-2, 0.5, -0.9), new Vector3(3, -0.4, -1.1), 0.02);
        var point = new Vector3(0.7, 1.1, 0.2);
        var sum = default(Vector3);
        const int pieces = 200_000;
        var step = (wire.To - wire.From) * (1.0 / pieces);
        for (var i = 0; i < pieces; i++)
        {
            var r = point - (wire.From + (step * (i + 0.5)));
            sum += step.Cross(r) * (1e-7 * wire.CurrentAmperes / Math.Pow(r.Length, 3));
        }

        Assert.True((wire.FieldAt(point) - sum).Length < 1e-6 * sum.Length);
    }

    [Fact]
    public void On_the_wire_itself_the_field_is_finite() =>
        Assert.True(double.IsFinite(new WireSegment(default, new Vector3(1, 0, 0), 1).FieldAt(new Vector3(0.5, 0, 0)).Length));
}
