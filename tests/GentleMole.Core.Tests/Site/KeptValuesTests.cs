using GentleMole.Core.Site;
using NodaTime;

namespace GentleMole.Core.Tests.Site;

public class KeptValuesTests
{
    private enum Word
    {
        One = 1,
    }

    private sealed record Part(double East, string Says);

    [Theory]
    [InlineData("OriginLatitude", 1e308)]
    [InlineData("OriginLatitude", -90.1)]
    [InlineData("Longitude", 180.5)]
    [InlineData("East", 100_001.0)]
    [InlineData("DepthMetres", double.NaN)]
    [InlineData("DepthMetres", double.PositiveInfinity)]
    [InlineData("DepthMetres", 1e300)]
    public void Numbers_that_nothing_can_be_drawn_or_reckoned_with_are_wrong(string name, double value)
    {
        Assert.NotNull(KeptValues.Wrong(name, value));
        Assert.NotNull(KeptValues.Wrong(name, (double?)value));
        Assert.NotNull(KeptValues.Wrong(name, new List<double> { 1, value }));
    }

    [Theory]
    [InlineData("OriginLatitude", 89.9)]
    [InlineData("Longitude", -180.0)]
    [InlineData("North", -100_000.0)]
    [InlineData("DepthMetres", 5e-324)]
    [InlineData("Ohms", 1e12)]
    public void Others_are_not(string name, double value) => Assert.Null(KeptValues.Wrong(name, value));

    [Fact]
    public void Texts_days_words_places_and_parts_of_parts_are_held_to_it()
    {
        Assert.NotNull(KeptValues.Wrong("Name", new string('a', KeptValues.MostText + 1)));
        Assert.Null(KeptValues.Wrong("Name", new string('a', KeptValues.MostText)));
        Assert.NotNull(KeptValues.Wrong("Name", "a\0b"));
        Assert.NotNull(KeptValues.Wrong("Day", new LocalDate(1066, 10, 14)));
        Assert.NotNull(KeptValues.Wrong("At", Instant.MaxValue - Duration.FromDays(1)));
        Assert.NotNull(KeptValues.Wrong("At", new LocalDateTime(9998, 1, 1, 0, 0)));
        Assert.NotNull(KeptValues.Wrong("Kind", (Word)7));
        Assert.Null(KeptValues.Wrong("Kind", Word.One));
        Assert.NotNull(KeptValues.Wrong("Points", new List<SitePoint> { default, new(0, 1e6) }));
        Assert.NotNull(KeptValues.Wrong("Laterals", new List<List<SitePoint>> { new() { new(double.NaN, 0) } }));
        Assert.NotNull(KeptValues.Wrong("Heard", new List<Part> { new(1, "a"), new(1e6, "b") }));
        Assert.NotNull(KeptValues.Wrong("Heard", new List<Part> { new(1, new string('x', 5000)) }));
        Assert.Null(KeptValues.Wrong("Heard", new List<Part> { new(1, "a") }));
        Assert.NotNull(KeptValues.Wrong("Points", Enumerable.Repeat(1.0, KeptValues.MostItems + 1).ToList()));
        Assert.Null(KeptValues.Wrong("Content", new byte[100_000]));
        Assert.Null(KeptValues.Wrong("Missing", null));
    }
}
