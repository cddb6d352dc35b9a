using CsCheck;
using GentleMole.Core.Measures;

namespace GentleMole.Core.Tests.Measures;

public class LengthTextTests
{
    [Theory]
    [InlineData("1.57", 1.57)]
    [InlineData("1.57 m", 1.57)]
    [InlineData(" 1,57 ", 1.57)]
    [InlineData(".5", 0.5)]
    [InlineData("430mm", 0.43)]
    [InlineData("43 cm", 0.43)]
    [InlineData("5'2\"", 1.5748)]
    [InlineData("5’2”", 1.5748)]
    [InlineData("5ft2", 1.5748)]
    [InlineData("5 ft 2 in", 1.5748)]
    [InlineData("5'", 1.524)]
    [InlineData("62in", 1.5748)]
    [InlineData("62\"", 1.5748)]
    [InlineData("2 1/2in", 0.0635)]
    [InlineData("5' 2½\"", 1.5875)]
    [InlineData("2½\"", 0.0635)]
    [InlineData("5.5ft", 1.6764)]
    [InlineData("0", 0)]
    public void Lengths_are_read_as_people_say_them(string typed, double metres) =>
        Assert.Equal(metres, LengthText.Parse(typed, UnitSystem.Metres, "depth").Value, 6);

    [Theory]
    [InlineData("5", 1.524)]
    [InlineData("5.5", 1.6764)]
    [InlineData("1.57 m", 1.57)]
    public void A_bare_number_is_feet_to_a_person_who_reads_feet(string typed, double metres) =>
        Assert.Equal(metres, LengthText.Parse(typed, UnitSystem.FeetInches, "depth").Value, 6);

    [Theory]
    [InlineData("")]
    [InlineData("   ")]
    [InlineData("deep")]
    [InlineData("1.5.2")]
    [InlineData("5'14\"")]
    [InlineData("5.5'6\"")]
    [InlineData("1e3")]
    [InlineData("NaN")]
    [InlineData("Infinity")]
    [InlineData("1/0in")]
    [InlineData("12 miles")]
    [InlineData("-1")]
    [InlineData("--1")]
    public void What_is_no_length_gets_a_sentence_at_its_field(string typed)
    {
        var result = LengthText.Parse(typed, UnitSystem.Metres, "depth");

        var error = Assert.Single(result.Errors);
        Assert.Equal("depth", error.Field);
        Assert.EndsWith(".", error.Sentence, StringComparison.Ordinal);
    }

    [Fact]
    public void A_range_is_said_in_the_units_of_the_person()
    {
        var result = LengthText.Parse("40'", UnitSystem.FeetInches, "depth", 0.3048, 3.048);

        Assert.Contains("1'0\"", result.Errors[0].Sentence, StringComparison.Ordinal);
        Assert.Contains("10'0\"", result.Errors[0].Sentence, StringComparison.Ordinal);
    }

    [Theory]
    [InlineData(1.574, "1.57 m", "5'2\"")]
    [InlineData(0.064, "0.06 m", "2½\"")]
    [InlineData(0.0, "0.00 m", "0\"")]
    [InlineData(-0.3048, "-0.30 m", "−1'0\"")]
    public void Lengths_are_written_in_both_systems(double metres, string metric, string imperial)
    {
        Assert.Equal(metric, LengthText.Format(metres, UnitSystem.Metres));
        Assert.Equal(imperial, LengthText.Format(metres, UnitSystem.FeetInches));
    }

    [Fact]
    public void What_is_written_reads_back_to_the_same_place_in_both_systems() =>
        Gen.Double[-500, 500].Sample(metres =>
        {
            foreach (var system in Enum.GetValues<UnitSystem>())
            {
                var back = LengthText.Parse(LengthText.Format(metres, system), system, "x", -1000).Value;
                Assert.True(Math.Abs(back - metres) <= 0.00636, $"{metres} came back as {back}");
                var entry = LengthText.Parse(LengthText.ForEntry(metres, system), system, "x", -1000).Value;
                Assert.True(Math.Abs(entry - metres) <= 0.0005001, $"{metres} came back as {entry}");
            }
        });
}
