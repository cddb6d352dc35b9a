using GentleMole.Core.Site;

namespace GentleMole.Core.Tests.Site;

public class SiteRulesTests
{
    [Theory]
    [InlineData(1e-10)]
    [InlineData(5e-324)]
    [InlineData(0.0009)]
    public void Points_in_one_place_are_one_and_make_no_line(double apart)
    {
        SitePoint[] points = [new(3, 4), new(3 + apart, 4)];

        Assert.Single(SiteRules.Joined(points));
        Assert.False(SiteRules.IsRun(points));
        Assert.Contains("two different points", SiteRules.Run(points, "run").Errors.Single().Sentence, StringComparison.Ordinal);
        Assert.Equal(2, SiteRules.Run([.. points, new(9, 9)], "run").Value.Count);
    }

    [Theory]
    [InlineData(1e300, 0)]
    [InlineData(0, -100_001)]
    [InlineData(double.NaN, 0)]
    [InlineData(0, double.PositiveInfinity)]
    public void What_lies_nowhere_on_a_site_is_refused_with_the_reason(double east, double north)
    {
        Assert.False(SiteRules.IsPlace(new(east, north)));
        Assert.False(SiteRules.IsRun([new(0, 0), new(east, north)]));
        Assert.Contains("no place on a site", SiteRules.Run([new(0, 0), new(east, north)], "run").Errors.Single().Sentence, StringComparison.Ordinal);
        Assert.Contains("no place on a site", DigArea.Check([new(0, 0), new(5, 0), new(east, north)], "corners").Single().Sentence, StringComparison.Ordinal);
        Assert.Contains("no place on a site", DigArea.AroundRoute([new(0, 0), new(east, north)], [], 1, "corners", "laterals").Errors.Single().Sentence, StringComparison.Ordinal);
    }

    [Fact]
    public void A_run_can_be_made_of_whatever_passes_the_rule()
    {
        var random = new Random(7);
        for (var i = 0; i < 2000; i++)
        {
            var points = Enumerable.Range(0, random.Next(1, 6))
                .Select(_ => new SitePoint(Math.Pow(10, random.Next(-12, 8)) * (random.NextDouble() - 0.5), Math.Pow(10, random.Next(-12, 8)) * (random.NextDouble() - 0.5))).ToList();
            if (SiteRules.IsRun(points))
            {
                var run = new Run(points);
                Assert.True(double.IsFinite(run.Length) && run.Length >= SiteRules.LeastStepMetres);
                Assert.True(double.IsFinite(run.Project(new(1, 1)).ChainageMetres));
            }
            else
            {
                Assert.True(points.Exists(p => !SiteRules.IsPlace(p)) || SiteRules.Joined(points).Count < 2);
            }
        }
    }
}
