using GentleMole.Web.Words;

namespace GentleMole.Web.Tests.Stages;

/// <summary>On the marks stands why a stretch has its level and what would raise it.</summary>
public class LevelTests(MoleHost host) : IClassFixture<MoleHost>
{
    private readonly HttpClient _locator = host.Browser("jem");

    [Fact]
    public async Task Every_stretch_is_named_with_its_level_and_why()
    {
        var line = (await host.SheetAsync(3)).Lines.First(l => l.Traced.Stretches.Count > 2);
        var (_, page) = await _locator.PageAsync($"/jobs/3/marks?line={line.Line.Id}");
        var told = page.QuerySelector("ul[aria-label=Levels]")!.TextContent.Replace('\u00a0', ' ');
        Assert.All(line.Traced.Stretches, s => Assert.Contains(TogetherWords.Ends(s.From, s.To), told, StringComparison.Ordinal));
        Assert.All(line.Traced.Stretches.Select(s => s.Reason).Distinct(), r => Assert.Contains($"level {LevelWords.Level(r)}", told, StringComparison.Ordinal));
        Assert.Contains("Exposing it raises it to A.", told, StringComparison.Ordinal);
    }

    [Fact]
    public async Task A_line_by_plan_alone_says_how_it_would_be_better_known()
    {
        var line = (await host.SheetAsync(1)).Lines.First(l => l.Traced.Run is null && l.Expected is not null);
        var (_, page) = await _locator.PageAsync($"/jobs/1/marks?line={line.Line.Id}");
        Assert.Matches("Level [CD]: by the plan.*tracing it|Level C: .*Tracing it", page.QuerySelector(".panel-body")!.TextContent.Replace('\n', ' '));
        var levels = Enum.GetValues<Core.Trace.LevelReason>();
        Assert.Equal(levels.Length, levels.Select(r => LevelWords.Why(r, new Person(Core.Measures.UnitSystem.Metres, 800, 400, 800, 200))).Distinct().Count());
    }

}
