using GentleMole.Core.Measures;

namespace GentleMole.Core.Tests;

public class ResultTests
{
    [Fact]
    public void A_result_is_a_value_or_errors_and_never_both()
    {
        Result<double> good = 4.5;
        Result<double> bad = new FieldError("depth", "It must be more.");

        Assert.True(good.IsGood);
        Assert.Equal(4.5, good.Value);
        Assert.False(bad.IsGood);
        Assert.Throws<InvalidOperationException>(() => bad.Value);
        Assert.Throws<ArgumentException>(() => (Result<double>)new List<FieldError>());
    }

    [Fact]
    public void An_interval_is_shifted_and_stretched_as_a_whole()
    {
        var interval = Estimate.Symmetric(1, 0.2).Shift(0.5);

        Assert.Equal((1.3, 1.7), (interval.Low95, interval.High95), new Near());
        Assert.Equal(0.2, interval.HalfWidth, 9);
        Assert.Equal(2, interval.Including(2).High95);
        Assert.Equal(interval, interval.Including(1.5));
    }

    [Theory]
    [InlineData("48", 48)]
    [InlineData("48 mA", 48)]
    [InlineData("48mA", 48)]
    [InlineData("0,5", 0.5)]
    [InlineData("−3", -3)]
    public void Numbers_are_read_with_or_without_their_unit(string typed, double value) =>
        Assert.Equal(value, NumberText.Parse(typed, "mA", "current", -10, 100).Value);

    [Theory]
    [InlineData("")]
    [InlineData("48 V")]
    [InlineData("4e2")]
    [InlineData("1,000.5")]
    [InlineData("101")]
    [InlineData("NaN")]
    [InlineData("lots")]
    public void What_is_no_number_in_this_unit_or_range_is_told(string typed)
    {
        var error = Assert.Single(NumberText.Parse(typed, "mA", "current", -10, 100).Errors);

        Assert.Equal("current", error.Field);
        Assert.EndsWith(".", error.Sentence, StringComparison.Ordinal);
    }

    private sealed class Near : IEqualityComparer<(double A, double B)>
    {
        public bool Equals((double A, double B) x, (double A, double B) y) => Math.Abs(x.A - y.A) < 1e-9 && Math.Abs(x.B - y.B) < 1e-9;

        public int GetHashCode((double A, double B) obj) => 0;
    }
}
