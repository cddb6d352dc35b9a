using GentleMole.Core.Marking;

namespace GentleMole.Core.Tests.Marking;

/// <summary>What radar alone is worth.</summary>
public class RadarLevelTests
{
    [Theory]
    [InlineData(true, 0.97, true, QualityLevel.B)]
    [InlineData(true, 0.8, true, QualityLevel.B)]
    [InlineData(true, 0.79, true, QualityLevel.D)]
    [InlineData(true, 0.97, false, QualityLevel.D)]
    [InlineData(false, 0.99, true, QualityLevel.D)]
    [InlineData(true, double.NaN, true, QualityLevel.D)]
    public void Found_in_the_field_with_depth_and_looked_at_is_b_and_all_else_is_no_better_than_records(bool isDecided, double probability, bool hasCover, QualityLevel level) =>
        Assert.Equal(level, RadarLevel.Of(isDecided, probability, hasCover));
}
