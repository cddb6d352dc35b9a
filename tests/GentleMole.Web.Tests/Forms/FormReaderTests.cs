using GentleMole.Core.Lines;
using GentleMole.Core.Measures;
using GentleMole.Core.Site;
using GentleMole.Web.Forms;
using GentleMole.Web.Words;
using Microsoft.AspNetCore.Http;
using Microsoft.Extensions.Primitives;

namespace GentleMole.Web.Tests.Forms;

public class FormReaderTests
{
    private static FormReader Typed(string name, string text, UnitSystem units = UnitSystem.Metres) => new(
        new FormCollection(new Dictionary<string, StringValues> { [name] = text }), new Person(units, 876, 420, 876, 262));

    [Theory]
    [InlineData("12.5 24.2")]
    [InlineData("12.5, 24.2")]
    [InlineData("12.5,24.2")]
    [InlineData("12.5; 24.2")]
    [InlineData("12.5\t24.2")]
    [InlineData("12.5 m 24.2 m")]
    [InlineData("  12.5   24.2  ")]
    public void A_place_is_read_however_its_figures_are_parted(string line)
    {
        var reader = Typed("corners", line);

        Assert.Equal([new SitePoint(12.5, 24.2)], reader.Places("corners", 10));
        Assert.True(reader.IsGood);
    }

    [Fact]
    public void Places_may_lie_west_and_south_of_the_origin() =>
        Assert.Equal([new SitePoint(-1.5, -2), new SitePoint(3, -4)], Typed("corners", "-1.5 -2\n\n3 −4\n").Places("corners", 10));

    [Theory]
    [InlineData("12.5", "Line 1")]
    [InlineData("1 2\n3", "Line 2")]
    [InlineData("1 2 3", "Line 1")]
    [InlineData("1 two", "Line 1")]
    [InlineData("1 2\n2 3\n3 4", "2 is the most")]
    [InlineData("1 99999999", "Line 1")]
    public void What_is_no_place_is_told_by_its_line(string text, string part)
    {
        var reader = Typed("corners", text);
        reader.Places("corners", 2);

        Assert.Contains(part, Assert.Single(reader.Errors).Sentence, StringComparison.Ordinal);
    }

    [Fact]
    public void A_row_from_a_spreadsheet_is_read_with_its_heading_and_gaps()
    {
        var row = Typed("across", "offset\tpeak\tnull\theight\n-0.5\t30.1\t12\t0.1\n0\t41\t\t\n0.5 m\t31,5\t11\t").Across("across", 0.05);

        Assert.Equal(3, row.Count);
        Assert.Equal((-0.5, 30.1, 12.0, 0.1), (row[0].OffsetMetres, row[0].Peak, row[0].Null!.Value, row[0].HeightMetres));
        Assert.Null(row[1].Null);
        Assert.Equal(0.05, row[1].HeightMetres);
        Assert.Equal(31.5, row[2].Peak);
    }

    [Theory]
    [InlineData("-1 17.7, -0.8 21.3 5, -0.6 26.6", 3)]
    [InlineData("-1 17.7; -0.8 21.3; -0.6 26.6; ", 3)]
    [InlineData("-1, 17.7, 3\n-0.8, 21.3, 4", 2)]
    [InlineData("-1,0 17,7; -0,8 21,3", 2)]
    public void A_row_is_typed_in_one_go_or_one_a_line(string text, int count)
    {
        var row = Typed("across", text).Across("across", 0.05);

        Assert.Equal(count, row.Count);
        Assert.Equal((-1, 17.7), (row[0].OffsetMetres, row[0].Peak));
        Assert.Equal((-0.8, 21.3), (row[1].OffsetMetres, row[1].Peak));
    }

    [Theory]
    [InlineData("-1 17.7, -0.8 21.3, -0", 2)]
    [InlineData("-1 17.7, -0.8 21.3, -", 2)]
    [InlineData("-", 0)]
    public void A_row_that_grows_is_read_as_far_as_it_goes(string text, int count)
    {
        var reader = Typed("across", text);

        Assert.Equal(count, reader.Across("across", 0.05, growing: true).Count);
        Assert.Empty(reader.Errors);
    }

    [Fact]
    public void Lines_beside_a_row_say_as_much_as_is_known()
    {
        var lines = Typed("beside", "-1.4 0.3 0.7 -0.2\n2 m").Beside("beside");

        Assert.Equal((-1.4, 0.3, 0.7, -0.2), (lines[0].OffsetMetres, lines[0].SigmaMetres, lines[0].Depth!.Value.Metres, lines[0].CurrentRatio!.Value));
        Assert.Equal((2.0, null, null), (lines[1].OffsetMetres, lines[1].Depth, lines[1].CurrentRatio));
    }

    [Fact]
    public void Offsets_across_are_in_the_units_of_the_person()
    {
        var row = Typed("across", "-1 20\n1'6\" 25", UnitSystem.FeetInches).Across("across", 0);

        Assert.Equal(-0.3048, row[0].OffsetMetres, 6);
        Assert.Equal(0.4572, row[1].OffsetMetres, 6);
    }

    [Theory]
    [InlineData("0.1")]
    [InlineData("0.1 2 3 4 5")]
    [InlineData("0.1 -2")]
    [InlineData("a b")]
    [InlineData("0 1\n0.2 many")]
    public void A_bad_row_is_refused_whole(string text)
    {
        var reader = Typed("across", text);

        Assert.Empty(reader.Across("across", 0));
        Assert.NotEmpty(reader.Errors);
    }

    [Fact]
    public void Lines_in_section_keep_the_sign_of_their_current()
    {
        var lines = Typed("lines", "0 1.2 50\n1.5, 0.8, -8mA").Conductors("lines", 100);

        Assert.Equal([0.05, -0.008], lines.Select(l => l.CurrentAmperes));
        Assert.Equal(1.5, lines[1].OffsetMetres);
    }

    [Theory]
    [InlineData("")]
    [InlineData("0 0 5")]
    [InlineData("0 1")]
    [InlineData("0 1 big")]
    public void A_line_needs_offset_depth_and_current(string text)
    {
        var reader = Typed("lines", text);
        reader.Conductors("lines", 100);

        Assert.Equal("lines", Assert.Single(reader.Errors).Field);
    }

    [Theory]
    [InlineData("2026-11-23 09:30", true)]
    [InlineData("2026-11-23T09:30", true)]
    [InlineData("2026-11-23", true)]
    [InlineData("23/11/2026", false)]
    [InlineData("2026-13-01 09:30", false)]
    [InlineData("1026-11-23 09:30", false)]
    [InlineData("now", false)]
    public void A_moment_is_read_or_told_how_to_write_it(string text, bool good)
    {
        var reader = Typed("received", text);
        var moment = reader.Moment("received");

        Assert.Equal(good, moment is not null);
        Assert.Equal(good, reader.IsGood);
    }

    [Theory]
    [InlineData("2026-02-29")]
    [InlineData("tomorrow")]
    [InlineData("11/26/2026")]
    public void A_day_that_is_none_is_refused(string text)
    {
        var reader = Typed("planned", text);

        Assert.Null(reader.Day("planned"));
        Assert.False(reader.IsGood);
    }

    [Theory]
    [InlineData("Gas", UtilityKind.Gas, true)]
    [InlineData("gas", UtilityKind.Gas, true)]
    [InlineData("", UtilityKind.Water, true)]
    [InlineData("2", UtilityKind.Water, false)]
    [InlineData("Steam", UtilityKind.Water, false)]
    public void A_word_is_one_of_its_list_and_never_a_number(string text, UtilityKind kind, bool good)
    {
        var reader = Typed("kind", text);

        Assert.Equal(kind, reader.Choice("kind", UtilityKind.Water));
        Assert.Equal(good, reader.IsGood);
    }

    [Fact]
    public void Text_that_is_too_long_or_missing_is_told_so()
    {
        var (tooLong, missing) = (Typed("name", new string('x', 201)), Typed("name", "  "));
        tooLong.Text("name", 200);
        missing.Text("name", 200, required: true);

        Assert.Contains("201", Assert.Single(tooLong.Errors).Sentence, StringComparison.Ordinal);
        Assert.Single(missing.Errors);
    }

    [Fact]
    public void What_is_left_empty_is_nothing_and_no_error()
    {
        var reader = Typed("other", "");

        Assert.Null(reader.Length("depth", 0, 5));
        Assert.Null(reader.Number("current", "mA", 0, 5));
        Assert.Null(reader.Place("east", "north"));
        Assert.Empty(reader.Places("corners", 5));
        Assert.True(reader.IsGood);
    }

    [Fact]
    public void Half_a_place_asks_for_the_other_half()
    {
        var reader = Typed("east", "4");

        Assert.Null(reader.Place("east", "north"));
        Assert.Equal("north", Assert.Single(reader.Errors).Field);
    }
}
