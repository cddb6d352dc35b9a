using NodaTime;

namespace GentleMole.Core.Tests;

public class MomentsTests
{
    [Theory]
    [InlineData(1989, 12, 31, false)]
    [InlineData(1990, 1, 1, true)]
    [InlineData(2200, 12, 31, true)]
    [InlineData(2201, 1, 1, false)]
    [InlineData(-9998, 1, 1, false)]
    [InlineData(9999, 12, 31, false)]
    public void Only_days_of_these_times_are_written_down(int year, int month, int day, bool can)
    {
        var date = new LocalDate(year, month, day);

        Assert.Equal(can, date.IsOfTheseTimes());
        Assert.Equal(can, date.AtMidnight().InUtc().ToInstant().IsOfTheseTimes());
    }
}
