using GentleMole.Web.Drawing;

namespace GentleMole.Web.Tests.Drawing;

public class LabelPlacerTests
{
    [Fact]
    public void Labels_of_one_place_do_not_cover_each_other_or_the_line_through_it()
    {
        var placer = new LabelPlacer(600, 400);
        placer.Line(0, 200, 600, 200, 3);

        var labels = Enumerable.Range(0, 6).Select(i => placer.Place($"label number {i}", "", 300, 200)).ToList();

        for (var i = 0; i < labels.Count; i++)
        {
            Assert.True(Math.Abs(labels[i].Y - 200) >= 8, "it lies on the line");
            for (var j = i + 1; j < labels.Count; j++)
            {
                var apart = Math.Abs(labels[i].Y - labels[j].Y) >= 14 || Math.Abs(labels[i].X - labels[j].X) >= 90;
                Assert.True(apart, $"{labels[i]} covers {labels[j]}");
            }
        }
    }

    [Theory]
    [InlineData(0.7, 1)]
    [InlineData(1, 1)]
    [InlineData(1.2, 2)]
    [InlineData(31, 50)]
    [InlineData(0.06, 0.1)]
    public void Scales_go_in_round_steps(double atLeast, double step) => Assert.Equal(step, Ticks.Step(atLeast), 12);
}
