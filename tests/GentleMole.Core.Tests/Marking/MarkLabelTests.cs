using GentleMole.Core.Lines;
using GentleMole.Core.Marking;
using GentleMole.Core.Measures;
using NodaTime;

namespace GentleMole.Core.Tests.Marking;

public class MarkLabelTests
{
    [Fact]
    public void A_label_says_what_whose_how_large_how_deep_and_when() =>
        Assert.Equal(
            "G  TG  63 PE  d 0.64 m ±0.08 m  23 Nov 26",
            MarkLabel.Compose("G", "Tamsin Gas", 0.063, "PE", 0, Estimate.Symmetric(0.64, 0.08), new LocalDate(2026, 11, 23), UnitSystem.Metres));

    [Fact]
    public void What_is_not_known_is_left_out() =>
        Assert.Equal("?  23 Nov 26", MarkLabel.Compose("?", "", null, "", 0, null, new LocalDate(2026, 11, 23), UnitSystem.Metres));

    [Fact]
    public void Letters_units_and_ducts_are_those_of_the_place()
    {
        var county = Core.Paint.PaintCustom.Shipped.Single(c => c.Units == UnitSystem.FeetInches);
        Assert.Equal(
            "C  L  4\" fibre  4 ducts  d 1'7\" ±2\"  23 Nov 26",
            MarkLabel.Compose(county.LetterOf(UtilityKind.Communications), "Lanternet", 0.1016, "fibre", 4, Estimate.Symmetric(0.4826, 0.0508), new LocalDate(2026, 11, 23), county.Units));
        Assert.Equal("CO  1 duct  23 Nov 26", MarkLabel.Compose("CO", "", null, null, 1, null, new LocalDate(2026, 11, 23), UnitSystem.Metres));
    }

    [Fact]
    public void The_zone_reaches_the_tolerance_beyond_the_pipe() =>
        Assert.Equal(0.56, ToleranceZone.HalfWidth(0.12, 0.5), 9);

    [Theory]
    [InlineData("Electricity", UtilityKind.Electric)]
    [InlineData(" fibre ", UtilityKind.Communications)]
    [InlineData("steam", UtilityKind.Unknown)]
    public void Free_words_from_devices_find_their_utility(string word, UtilityKind kind) =>
        Assert.Equal(kind, Utilities.FromWord(word));
}
