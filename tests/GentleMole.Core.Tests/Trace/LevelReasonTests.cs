using CsCheck;
using GentleMole.Core.Marking;
using GentleMole.Core.Site;
using GentleMole.Core.Trace;

namespace GentleMole.Core.Tests.Trace;

/// <summary>A level and what holds it there say the same.</summary>
public class LevelReasonTests
{
    private static MarkPoint Dot(double east, Verdict verdict, bool depth, bool exposed, int number) => new(new SitePoint(east, 0), 0.1, depth ? Estimate.Symmetric(0.8, 0.1) : null, verdict, number, exposed);

    [Fact]
    public void The_reason_is_one_of_the_level_and_no_better_than_the_evidence() =>
        Gen.Select(Gen.Double[0.2, 14], Gen.Enum<Verdict>(), Gen.Enum<Verdict>(), Gen.Bool.Array[4]).Sample((length, a, b, flags) =>
        {
            var stretch = TracedLine.InOrder([Dot(0, a, flags[0], flags[1], 1), Dot(length, b, flags[2], flags[3], 2)]).Stretches[0];
            QualityLevel[] of = stretch.Reason switch
            {
                LevelReason.Exposed => [QualityLevel.A],
                LevelReason.BetweenHoles or LevelReason.Found => [QualityLevel.B],
                LevelReason.NoDepth => [QualityLevel.C],
                _ => [QualityLevel.D],
            };
            Assert.Contains(stretch.Quality, of);
            Assert.Equal(length > TracedLine.LongestGapMetres, stretch.Reason == LevelReason.TooLong);
        });

    [Theory]
    [InlineData(0.8, true, true, LevelReason.Exposed)]
    [InlineData(3, true, true, LevelReason.BetweenHoles)]
    [InlineData(3, true, false, LevelReason.Found)]
    [InlineData(12, true, true, LevelReason.TooLong)]
    public void Holes_and_dots(double length, bool first, bool second, LevelReason reason) =>
        Assert.Equal(reason, TracedLine.InOrder([Dot(0, Verdict.Sound, true, first, 1), Dot(length, Verdict.Sound, true, second, 2)]).Stretches[0].Reason);
}
