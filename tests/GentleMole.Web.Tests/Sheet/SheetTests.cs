using GentleMole.Core.Trace;
using GentleMole.Store.Model;
using GentleMole.Web.Boards;
using GentleMole.Web.Sheet;
using GentleMole.Web.Stages;
using GentleMole.Web.Words;
using Microsoft.EntityFrameworkCore;
using Microsoft.Extensions.DependencyInjection;

namespace GentleMole.Web.Tests.Sheet;

public class SheetTests(MoleHost host) : IClassFixture<MoleHost>
{
    private static readonly Person Person = new(Core.Measures.UnitSystem.Metres, 876, 420, 876, 262);

    private Task<JobSheet> SheetAsync(int job) => host.SheetAsync(job);

    private async Task<IReadOnlyList<ListedJob>> ListAsync()
    {
        await using var scope = host.Services.CreateAsyncScope();
        return await scope.ServiceProvider.GetRequiredService<JobList>().LoadAsync(default);
    }

    [Fact]
    public async Task The_board_and_the_sheet_count_a_job_alike()
    {
        var listed = await ListAsync();

        Assert.All(listed.Where(j => j.Id <= 3), j => Assert.Equal(j.Progress, SheetAsync(j.Id).GetAwaiter().GetResult().Progress));
        Assert.Equal(["trace", "records", "handed over"], listed.Where(j => j.Id <= 3).OrderBy(j => j.Id).Select(j => j.Progress.State));
    }

    [Fact]
    public async Task The_board_says_what_is_wrong_with_each_job()
    {
        var listed = await ListAsync();
        var today = NodaTime.LocalDate.FromDateTime(DateTime.UtcNow);
        IReadOnlyList<string> Wrong(int id) => WarningWords.Of(listed.Single(j => j.Id == id), today);

        Assert.Contains("2 dots undecided", Wrong(1));
        Assert.Contains("1 escalated", Wrong(1));
        Assert.Contains(Wrong(2), w => w.StartsWith("dig planned before", StringComparison.Ordinal));
        Assert.Empty(Wrong(3));
    }

    [Fact]
    public async Task A_dot_is_judged_against_the_last_accepted_one_and_not_against_doubtful_ones()
    {
        var gas = (await SheetAsync(1)).Lines.Single(l => l.Line.Owner == "Tamsin Gas");
        var current = gas.Dots[^1].Judgement.Signs.Single(s => s.Kind == SignKind.Current);
        var lastAccepted = gas.Dots.Last(d => d.Reading.State == DotState.Accepted).Reading;

        Assert.Equal(DotState.Taken, gas.Dots[^2].Reading.State);
        Assert.Equal(lastAccepted.CurrentMilliamps!.Value * 1.1, current.ExpectedHigh, 9);
        Assert.Equal(3, gas.Traced.Points.Count);
    }

    [Fact]
    public async Task The_handover_says_first_what_is_doubtful_here_and_then_what_always_holds()
    {
        var said = HandoverWords.Cautions(await SheetAsync(1), Person);

        Assert.Contains(said, c => c.Contains("Bay Drains Board", StringComparison.Ordinal) && c.Contains("escalated", StringComparison.Ordinal));
        Assert.Contains(said, c => c.Contains("2 dots are undecided", StringComparison.Ordinal));
        Assert.Contains("not a clearance to dig to", said[^3], StringComparison.Ordinal);
        Assert.Contains("0.50 m", said[^2], StringComparison.Ordinal);
    }

    [Fact]
    public async Task Readings_of_a_utility_that_nobody_asked_about_are_a_caution()
    {
        var device = host.Device();
        await device.PostTextAsync(
            "/api/v1/jobs/2/readings",
            $"{{\"readings\":[{{\"id\":\"{Guid.NewGuid()}\",\"takenAt\":\"2026-11-23T09:30:00Z\",\"utility\":\"steam\",\"eastMetres\":9,\"northMetres\":9}}]}}");

        var sheet = await SheetAsync(2);

        Assert.Equal("steam", Assert.Single(sheet.Loose.Samples).Utility);
        Assert.Contains(HandoverWords.Cautions(sheet, Person), c => c.Contains("unknown lines", StringComparison.Ordinal));
    }

    [Theory]
    [InlineData("876x420x876x262", 876)]
    [InlineData("390x388x390x246", 390)]
    [InlineData("1x1x1x1", 876)]
    [InlineData("axbxcxd", 876)]
    [InlineData("99999x1x1x1", 876)]
    [InlineData("", 876)]
    public void The_size_of_the_screen_is_taken_from_the_browser_only_when_it_makes_sense(string cookie, int width)
    {
        var http = new Microsoft.AspNetCore.Http.DefaultHttpContext();
        http.Request.Headers.Cookie = $"{Person.ViewCookie}={cookie}; {Person.UnitsCookie}=feet";

        Assert.Equal(width, Person.Of(http).PlanWidth);
        Assert.Equal(Core.Measures.UnitSystem.FeetInches, Person.Of(http).Units);
    }
}
