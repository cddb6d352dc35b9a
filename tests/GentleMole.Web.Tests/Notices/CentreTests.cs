using GentleMole.Core.Marking;
using GentleMole.Exchange.Centre;
using GentleMole.StandIns;
using GentleMole.Store.Model;
using GentleMole.Web.Centre;
using Microsoft.AspNetCore.Hosting;
using Microsoft.EntityFrameworkCore;
using Microsoft.Extensions.DependencyInjection;
using NodaTime;

namespace GentleMole.Web.Tests.Notices;

/// <summary>The demo with its simulated notice centre on a port of its own.</summary>
public sealed class CentreHost : MoleHost
{
    protected override void ConfigureWebHost(IWebHostBuilder builder)
    {
        base.ConfigureWebHost(builder);
        builder.UseSetting("Centre", "simulated");
    }

    internal CentreLink Link => Services.GetRequiredService<CentreLink>();

    public async Task<NoticeCentre> CentreAsync()
    {
        for (var i = 0; Link.StandIn is null || Link.HeardAt is null; i++)
        {
            Assert.True(i < 200, "The stand-in did not start.");
            await Task.Delay(25);
        }

        return Link.StandIn;
    }

    /// <summary>Turns until something holds; retries wait for their time, so it is moved up.</summary>
    public async Task UntilAsync(Func<Task<bool>> holds)
    {
        for (var i = 0; !await holds(); i++)
        {
            Assert.True(i < 100, "It did not come about.");
            await StoreAsync(db => db.CentreAnswers.Where(a => a.SentAt == null).ExecuteUpdateAsync(set => set.SetProperty(a => a.NextTry, Instant.FromUnixTimeSeconds(0))));
            await Link.TurnAsync(CancellationToken.None);
        }
    }
}

public class CentreTests(CentreHost host) : IClassFixture<CentreHost>
{
    private Task<int> WaitingAsync() => host.StoreAsync(db => db.CentreAnswers.CountAsync(a => a.SentAt == null));

    private async Task AnswerAsync(string owner, string why)
    {
        var line = await host.StoreAsync(async db => await db.Lines.Join(db.Jobs, l => l.JobId, j => j.Id, (l, j) => new { l, j })
            .Where(x => x.j.NoticeNumber != "" && x.l.Owner == owner).Select(x => x.l).FirstAsync());
        var changeWhy = line.Answer == LineAnswer.Pending ? "" : "looked again";
        await host.Browser("jem").SendAsync($"/jobs/{line.JobId}/marks?line={line.Id}", "", ("answer", "Clear"), ("why", why), ("changeWhy", changeWhy));
    }

    [Fact]
    public async Task Notices_come_in_once_with_all_that_they_say_and_again_after_an_outage()
    {
        var centre = await host.CentreAsync();
        await host.UntilAsync(async () => await host.StoreAsync(db => db.Jobs.CountAsync(j => j.NoticeNumber != "")) >= 2);
        var job = await host.StoreAsync(db => db.Jobs.Include(j => j.Lines).FirstAsync(j => j.NoticeNumber != ""));

        Assert.Equal("Gullwing Lane gas service", job.Name);
        Assert.Equal(["Tamsin Gas", "Pellow Water", "Lanternet"], job.Lines.OrderBy(l => l.Id).Select(l => l.Owner));
        Assert.Equal(4, job.DigCorners.Count);
        Assert.NotNull(job.ReceivedAt);

        centre.Mood = CentreMood.Down;
        centre.SimulateCall();
        var before = await host.StoreAsync(db => db.Jobs.CountAsync(j => j.NoticeNumber != ""));
        await host.Link.TurnAsync(CancellationToken.None);
        Assert.Equal("it answered 503", host.Link.Trouble);
        Assert.Equal(before, await host.StoreAsync(db => db.Jobs.CountAsync(j => j.NoticeNumber != "")));

        centre.Mood = CentreMood.Working;
        await Task.WhenAll(Enumerable.Range(0, 4).Select(_ => host.Link.TurnAsync(CancellationToken.None)));
        await host.UntilAsync(async () => await host.StoreAsync(db => db.Jobs.CountAsync(j => j.NoticeNumber != "")) > before);
        Assert.Equal(before + 1, await host.StoreAsync(db => db.Jobs.CountAsync(j => j.NoticeNumber != "")));
        Assert.Contains(await host.StoreAsync(db => db.Log.ToListAsync()), e => e.Who == "notice centre" && e.What == "added" && e.Subject.StartsWith("Job:", StringComparison.Ordinal));
    }

    [Theory]
    [InlineData(CentreMood.Down)]
    [InlineData(CentreMood.LosesConfirmations)]
    public async Task Answers_given_during_an_outage_wait_and_arrive_once_and_in_order(CentreMood mood)
    {
        var centre = await host.CentreAsync();
        await host.UntilAsync(async () => await host.StoreAsync(db => db.Jobs.AnyAsync(j => j.NoticeNumber != "")) && await WaitingAsync() == 0);
        var before = centre.Replies.Count;
        centre.Mood = mood;
        await AnswerAsync("Tamsin Gas", "nothing within 40 m, first");
        await AnswerAsync("Lanternet", "nothing within 40 m, second");
        await host.Link.TurnAsync(CancellationToken.None);
        await host.Link.TurnAsync(CancellationToken.None);

        Assert.Equal(2, await WaitingAsync());
        Assert.NotEmpty((await host.StoreAsync(db => db.CentreAnswers.FirstAsync(a => a.SentAt == null))).Trouble);
        Assert.Contains("2 answers wait", (await host.Browser().PageAsync("/notices")).Page.QuerySelector(".centre")!.TextContent, StringComparison.Ordinal);

        centre.Mood = CentreMood.Working;
        await host.UntilAsync(async () => await WaitingAsync() == 0);
        var arrived = centre.Replies.Skip(before).ToList();
        Assert.Equal(["nothing within 40 m, first", "nothing within 40 m, second"], arrived.Select(r => r.Note));
        Assert.Equal(arrived.Count, arrived.Select(r => r.Id).Distinct().Count());
        Assert.Equal(mood == CentreMood.LosesConfirmations, centre.Repeats > 0 && mood == CentreMood.LosesConfirmations);
    }

    [Fact]
    public async Task Each_failure_doubles_the_wait_until_the_next_try()
    {
        var centre = await host.CentreAsync();
        await host.UntilAsync(async () => await host.StoreAsync(db => db.Jobs.AnyAsync(j => j.NoticeNumber != "")) && await WaitingAsync() == 0);
        centre.Mood = CentreMood.Down;
        await AnswerAsync("Pellow Water", "nothing within 40 m, while the centre is down");
        (int Attempts, double Wait) told = default;
        while (told.Attempts < 5)
        {
            // As if the time had come: only how long it waits after that counts here.
            await host.StoreAsync(db => db.CentreAnswers.Where(a => a.SentAt == null).ExecuteUpdateAsync(set => set.SetProperty(a => a.NextTry, Instant.FromUnixTimeSeconds(0))));
            await host.Link.TurnAsync(CancellationToken.None);
            var answer = await host.StoreAsync(db => db.CentreAnswers.AsNoTracking().SingleAsync(a => a.SentAt == null));
            told = (answer.Attempts, (answer.NextTry - SystemClock.Instance.GetCurrentInstant()).TotalSeconds);
            var should = 2 * Math.Pow(2, told.Attempts - 1);
            Assert.InRange(told.Wait, 0.6 * should - 1, should);
        }

        centre.Mood = CentreMood.Working;
        await host.StoreAsync(db => db.CentreAnswers.Where(a => a.SentAt == null).ExecuteUpdateAsync(set => set.SetProperty(a => a.NextTry, Instant.FromUnixTimeSeconds(0))));
        await host.UntilAsync(async () => await WaitingAsync() == 0);
    }

    [Fact]
    public async Task What_the_stand_in_holds_survives_its_restart()
    {
        var directory = Directory.CreateDirectory(Path.Combine(host.DataDirectory, "centre")).FullName;
        var reply = new CentreReply(Guid.NewGuid(), "N26-4101", "Gas", "Tamsin Gas", "clear", "", Instant.FromUnixTimeSeconds(0));
        await using (var first = await NoticeCentre.StartAsync(Path.Combine(directory, "centre.json"), TimeProvider.System))
        {
            using var http = new HttpClient { BaseAddress = first.Address };
            await System.Net.Http.Json.HttpClientJsonExtensions.PostAsJsonAsync(http, "answers", reply, CentreJson.Options);
        }

        await using var second = await NoticeCentre.StartAsync(Path.Combine(directory, "centre.json"), TimeProvider.System);
        Assert.Equal(reply, Assert.Single(second.Replies));
    }

    [Fact]
    public async Task A_call_for_a_notice_that_is_there_already_makes_no_second_job()
    {
        await host.CentreAsync();
        await host.UntilAsync(async () => await host.StoreAsync(db => db.Jobs.AnyAsync(j => j.NoticeNumber != "")));
        var before = await host.StoreAsync(db => db.Jobs.CountAsync());

        // As after a crash between storing and answering: the centre is asked from the start again.
        await host.StoreAsync(db => db.Firms.ExecuteUpdateAsync(set => set.SetProperty(f => f.CentreCursor, 0)));
        await host.Link.TurnAsync(CancellationToken.None);

        Assert.Equal(before, await host.StoreAsync(db => db.Jobs.CountAsync()));
        Assert.True(await host.StoreAsync(async db => (await db.Firms.SingleAsync()).CentreCursor) >= 2);
    }

    [Fact]
    public async Task A_notice_that_cannot_be_read_is_put_aside_shown_and_what_follows_goes_on()
    {
        var centre = await host.CentreAsync();
        centre.Mood = CentreMood.SendsNonsense;
        centre.SimulateCall();
        await Task.WhenAll(Enumerable.Range(0, 4).Select(_ => host.Link.TurnAsync(CancellationToken.None)));
        centre.Mood = CentreMood.Working;
        var before = await host.StoreAsync(db => db.Jobs.CountAsync());
        centre.SimulateCall();
        await host.Link.TurnAsync(CancellationToken.None);

        Assert.Equal(before + 1, await host.StoreAsync(db => db.Jobs.CountAsync()));
        var aside = await host.StoreAsync(db => db.PutAside.AsNoTracking().OrderBy(p => p.Id).ToListAsync());
        Assert.Equal(2, aside.Count);
        Assert.Contains("no place on a site", aside[0].Trouble, StringComparison.Ordinal);
        Assert.Contains("must be from -89 to 89", aside[0].Trouble, StringComparison.Ordinal);
        Assert.Equal("null", aside[1].Content);

        var lead = host.Browser("orla");
        Assert.Contains("2 notices that cannot be taken", (await lead.PageAsync("/notices")).Page.Body!.TextContent, StringComparison.Ordinal);
        await lead.SendAsync($"/notices?aside={aside[1].Id}", "Settle");
        var (_, page) = await lead.PageAsync("/notices");
        Assert.Contains("a notice that cannot be taken", page.Body!.TextContent, StringComparison.Ordinal);
        Assert.Equal("Orla", (await host.StoreAsync(db => db.PutAside.AsNoTracking().SingleAsync(p => p.Id == aside[1].Id))).SettledBy.Split(' ')[0]);
    }

    [Theory]
    [InlineData("[null]", 1)]
    [InlineData("[[[[]]]]", 1)]
    [InlineData("[{\"sequence\":\"one\"},7,\"x\",{}]", 4)]
    [InlineData("[{\"sequence\":9000000000000000000,\"number\":\"N\",\"name\":\"n\",\"receivedAt\":\"2026-11-25T09:00:00Z\",\"digPlanned\":\"2026-11-28\",\"digDepthMetres\":1,\"latitude\":1,\"longitude\":1}]", 1)]
    [InlineData("[{\"sequence\":5,\"number\":\"N\",\"name\":\"n\",\"receivedAt\":\"2026-11-25T09:00:00Z\",\"digPlanned\":\"2026-11-28\",\"digDepthMetres\":1,\"latitude\":1,\"longitude\":1,\"area\":[null,[1],[1,2,3]],\"utilities\":[null]}]", 1)]
    public void Whatever_the_centre_sends_is_sorted_into_jobs_and_what_is_put_aside(string answer, int aside)
    {
        var read = CentreInbox.Read(answer, 0, "Europe/London", SystemClock.Instance.GetCurrentInstant());

        Assert.Equal(aside, read.Count);
        Assert.All(read, n => Assert.True(n.Job is null && n.Trouble.Length > 5 && n.Content.Length > 0));
    }

    [Theory]
    [InlineData("")]
    [InlineData("<html>")]
    [InlineData("{\"notices\":[]}")]
    public void What_is_no_list_is_told_as_a_whole(string answer) =>
        Assert.ThrowsAny<System.Text.Json.JsonException>(() => CentreInbox.Read(answer, 0, "Europe/London", SystemClock.Instance.GetCurrentInstant()));
}
