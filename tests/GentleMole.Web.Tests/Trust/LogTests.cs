using GentleMole.Store;
using GentleMole.Store.Evidence;
using GentleMole.Store.Log;
using GentleMole.Store.Model;
using Microsoft.Data.Sqlite;
using Microsoft.EntityFrameworkCore;
using Microsoft.Extensions.DependencyInjection;
using NodaTime;

namespace GentleMole.Web.Tests.Trust;

public class LogTests(MoleHost host) : IClassFixture<MoleHost>
{
    private Task<LogVerdict> VerifyAsync() => LogChain.VerifyAsync(host.Services.GetRequiredService<StoreFile>());

    private Task<LogEntry> LastAsync() => host.StoreAsync(db => db.Log.OrderByDescending(e => e.Id).FirstAsync());

    [Fact]
    public async Task A_change_says_who_what_before_after_and_when()
    {
        foreach (var depth in new[] { "6 m", "7 m" })
        {
            await host.Browser("bea").SendAsync("/jobs/2/notice", "Facts", ("name", "Boating lake footbridge piles"), ("digDepth", depth), ("received", "2026-11-23 09:30"));
        }

        var entry = await LastAsync();

        Assert.Equal(("Bea Rosewarne", "changed", "Job:2", (int?)2), (entry.Who, entry.What, entry.Subject, entry.JobId));
        Assert.Contains("\"DigDepthMetres\":6", entry.Before, StringComparison.Ordinal);
        Assert.Contains("\"DigDepthMetres\":7", entry.After, StringComparison.Ordinal);
        Assert.DoesNotContain("\"Name\"", entry.After, StringComparison.Ordinal);
        Assert.InRange((SystemClock.Instance.GetCurrentInstant() - entry.At).TotalSeconds, 0, 60);
        var (_, page) = await host.Browser().PageAsync("/jobs/2/log");
        Assert.Contains("dig depth metres", page.QuerySelector(".log")!.TextContent, StringComparison.Ordinal);
    }

    [Fact]
    public async Task What_changes_nothing_is_not_logged_and_what_is_refused_is_not_either()
    {
        var browser = host.Browser();
        await browser.SendAsync("/owners", "", ("name", "Quiet Owner"), ("records", "30 d"));
        var before = (await LastAsync()).Id;
        var id = await host.StoreAsync(async db => (await db.Owners.SingleAsync(o => o.Name == "Quiet Owner")).Id);

        await browser.SendAsync($"/owners?owner={id}", "", ("name", "Quiet Owner"), ("kind", "Unknown"), ("records", "30 d"));
        await browser.SendAsync($"/owners?owner={id}", "", ("name", "Quiet Owner"), ("records", "soon"));

        Assert.Equal(before, (await LastAsync()).Id);
    }

    [Fact]
    public async Task A_batch_of_a_device_is_one_entry_that_holds_the_hash_of_its_evidence()
    {
        var job = (await (await host.Device().PostTextAsync("/api/v1/jobs", "{\"name\":\"Batch\"}")).JsonAsync()).GetProperty("id").GetInt32();
        var readings = string.Join(',', Enumerable.Range(0, 200).Select(i =>
            $"{{\"id\":\"{Guid.NewGuid()}\",\"takenAt\":\"2026-11-23T09:30:00Z\",\"utility\":\"gas\",\"eastMetres\":{i},\"northMetres\":2}}"));
        await host.Device().PostTextAsync($"/api/v1/jobs/{job}/readings", $"{{\"readings\":[{readings}]}}");

        var entry = await LastAsync();

        var block = System.Text.Json.JsonDocument.Parse(entry.After).RootElement.GetProperty("Blocks")[0];
        var stored = await host.StoreAsync(db => db.Blocks.SingleAsync(b => b.Id == block.GetProperty("Id").GetInt64()));
        Assert.Equal($"SampleBlock:{stored.Id}", entry.Subject);
        Assert.Equal(200, SampleCodec.Decode(stored.Content).Count);
        Assert.Equal(SampleCodec.HashOf(job, stored.WalkId, stored.Content), block.GetProperty("Sha256").GetString());
        Assert.InRange(entry.After.Length, 1, 300);
    }

    [Fact]
    public async Task The_file_itself_refuses_to_change_or_lose_an_entry()
    {
        _ = host.Browser();
        foreach (var statement in new[] { "UPDATE Log SET Who = 'nobody' WHERE Id = 1", "DELETE FROM Log WHERE Id = 1" })
        {
            var refused = await Assert.ThrowsAsync<SqliteException>(() => host.StoreAsync(db => db.Database.ExecuteSqlRawAsync(statement)));
            Assert.Contains("only grows", refused.Message, StringComparison.Ordinal);
        }

        Assert.True((await VerifyAsync()).IsWhole);
    }

    [Fact]
    public async Task Answering_again_and_changing_a_marked_dot_need_their_why()
    {
        var browser = host.Browser("jem");
        var line = await host.StoreAsync(async db => (await db.Lines.SingleAsync(l => l.JobId == 1 && l.Owner == "Pellow Water")).Id);
        var (_, silent) = await browser.SendAsync($"/jobs/1/marks?line={line}", "", ("answer", "NotFound"), ("why", "gone"));
        await browser.SendAsync($"/jobs/1/marks?line={line}", "", ("answer", "Marked"), ("why", "still there"), ("changeWhy", "walked again"));
        var entry = await LastAsync();
        var dot = await host.StoreAsync(db => db.Readings.FirstAsync(r => r.JobId == 1 && r.LineId == line && r.State == DotState.Accepted));
        var (_, untold) = await browser.SendAsync($"/jobs/1/trace?line={line}&dot={dot.Id}", "", ("east", "22"), ("north", "8"), ("depth", "1"), ("state", "Accepted"));

        Assert.Contains("Say why", silent.QuerySelector(".invalid-feedback")!.TextContent, StringComparison.Ordinal);
        Assert.Equal(("Jem Trewin", "walked again"), (entry.Who, entry.Why));
        Assert.Contains("Say why", untold.QuerySelector(".invalid-feedback")!.TextContent, StringComparison.Ordinal);
        Assert.Equal(dot.EastMetres, await host.StoreAsync(async db => (await db.Readings.SingleAsync(r => r.Id == dot.Id)).EastMetres));
    }

    [Fact]
    public async Task Two_people_on_one_thing_the_second_is_told_and_nothing_is_overwritten()
    {
        var path = "/jobs/2/notice";
        var (first, second) = (host.Browser("bea"), host.Browser("jem"));
        var (_, seenBySecond) = await second.PageAsync(path);
        var seen = seenBySecond.QuerySelector("input[name=seen]")!.GetAttribute("value")!;
        await first.SendAsync(path, "Facts", ("name", "Boating lake footbridge piles"), ("digger", "Marlow of the Lake"), ("purpose", "piles"));

        var (told, page) = await second.SendAsync(path, "Facts", ("name", "Boating lake footbridge piles"), ("digger", "Teague alone"), ("purpose", "piles"), ("seen", seen));

        Assert.Equal(System.Net.HttpStatusCode.OK, told.StatusCode);
        var words = page.QuerySelector(".alert-warning")!.TextContent;
        Assert.Contains("Bea Rosewarne", words, StringComparison.Ordinal);
        Assert.Contains("Marlow of the Lake", words, StringComparison.Ordinal);
        Assert.Equal("Teague alone", page.QuerySelector("#f-digger")!.GetAttribute("value"));
        Assert.Equal("Marlow of the Lake", await host.StoreAsync(async db => (await db.Jobs.SingleAsync(j => j.Id == 2)).Digger));

        // Told, they may press again: what they see now is what is stored.
        var fresh = page.QuerySelector("input[name=seen]")!.GetAttribute("value")!;
        var (kept, _) = await second.SendAsync(path, "Facts", ("name", "Boating lake footbridge piles"), ("digger", "Teague alone"), ("purpose", "piles"), ("seen", fresh));
        Assert.Equal(System.Net.HttpStatusCode.Redirect, kept.StatusCode);
    }

    [Fact]
    public async Task Two_people_on_two_things_do_not_stand_in_each_others_way()
    {
        var path = "/jobs/2/notice";
        var (_, before) = await host.Browser("jem").PageAsync(path);
        var seen = before.QuerySelector("input[name=seen]")!.GetAttribute("value")!;
        await host.Browser("bea").SendAsync(path, "Facts", ("name", "Boating lake footbridge piles"), ("contact", "555 0100"));

        var (kept, _) = await host.Browser("jem").SendAsync(path, "Dig", ("corners", "4 6\n16 4.5\n17 12"), ("seen", seen));

        Assert.Equal(System.Net.HttpStatusCode.Redirect, kept.StatusCode);
    }

    [Fact]
    public async Task A_form_sent_twice_is_stored_once_also_when_both_come_at_the_same_time()
    {
        var browser = host.Browser("jem");
        var (_, page) = await browser.PageAsync("/jobs/1/notice");
        var fields = new Dictionary<string, string>
        {
            ["__RequestVerificationToken"] = page.Token(), ["once"] = Guid.NewGuid().ToString(), ["as"] = "Line", ["label"] = "Twice", ["outline"] = "1 1\n5 5",
        };
        var sent = await Task.WhenAll(Enumerable.Range(0, 6).Select(_ => browser.PostFormAsync("/jobs/1/notice?handler=Feature", fields)));

        Assert.All(sent, s => Assert.Equal(System.Net.HttpStatusCode.Redirect, s.Response.StatusCode));
        Assert.Equal(1, await host.StoreAsync(db => db.Features.CountAsync(f => f.Name == "Twice")));
    }

    [Fact]
    public async Task A_new_job_pressed_twice_is_opened_once()
    {
        var browser = host.Browser("bea");
        var fields = new Dictionary<string, string> { ["__RequestVerificationToken"] = (await browser.PageAsync("/jobs/new")).Page.Token(), ["once"] = Guid.NewGuid().ToString(), ["name"] = "Pressed twice" };
        await browser.PostFormAsync("/jobs/new", fields);
        await browser.PostFormAsync("/jobs/new", fields);

        Assert.Equal(1, await host.StoreAsync(db => db.Jobs.CountAsync(j => j.Name == "Pressed twice")));
    }

    [Fact]
    public async Task The_page_and_the_handover_carry_the_chain()
    {
        var (_, page) = await host.Browser().PageAsync("/log?check=true");
        Assert.Contains("Everything stands as the log says", page.QuerySelector(".verdict-say")!.TextContent, StringComparison.Ordinal);

        var head = (await VerifyAsync()).Head;
        await host.Browser("jem").SendAsync("/jobs/3/handover", "", ("changeWhy", "sent again to the school"));
        var job = await host.StoreAsync(db => db.Jobs.SingleAsync(j => j.Id == 3));
        Assert.Equal(head, job.HandoverHead);
        Assert.Contains(head, (await host.Browser("quill").PageAsync("/jobs/3/handover/sheet")).Page.Body!.TextContent, StringComparison.Ordinal);
        Assert.True((await VerifyAsync()).IsWhole);
    }
}

/// <summary>What somebody with the file in their hands could try.</summary>
public sealed class TamperTests(EmptyHost host) : IClassFixture<EmptyHost>
{
    [Theory]
    [InlineData("UPDATE Log SET Why = 'because' WHERE Id = 3", 3)]
    [InlineData("UPDATE Log SET At = '2020-01-01 00:00:00' WHERE Id = 2", 2)]
    [InlineData("UPDATE Log SET Who = What, What = Who WHERE Id = 4", 4)]
    [InlineData("DELETE FROM Log WHERE Id = 3", 4)]
    [InlineData("UPDATE Log SET JobId = coalesce(JobId, 0) + 1 WHERE Id = 4", 4)]
    [InlineData("UPDATE Log SET JobId = NULL WHERE Id = (SELECT min(Id) FROM Log WHERE JobId IS NOT NULL)", -1)]
    [InlineData("UPDATE Log SET \"Before\" = \"After\", \"After\" = \"Before\" WHERE Id = 5", 5)]
    [InlineData("UPDATE Log SET Hash = lower(hex(randomblob(32))) WHERE Id = 5", 5)]
    public async Task Whatever_is_altered_the_walk_finds_the_first_entry_that_does_not_fit(string statement, long at)
    {
        var file = await CopyAsync();
        await RunAsync(file, "DROP TRIGGER LogKeepsItsEntries; DROP TRIGGER LogLosesNothing;" + statement);

        var verdict = await LogChain.VerifyAsync(file);

        Assert.NotNull(verdict.Broken);
        Assert.True(at < 0 || at == verdict.Broken, $"it broke at {verdict.Broken}");
        Assert.False(verdict.IsWhole);
    }

    [Fact]
    public async Task An_end_that_was_cut_off_is_missed_by_the_handover()
    {
        var file = await CopyAsync();
        await RunAsync(file, "DROP TRIGGER LogLosesNothing; UPDATE Jobs SET HandoverHead = (SELECT Hash FROM Log WHERE Id = 5) WHERE Id = 1; DELETE FROM Log WHERE Id > 4");

        var verdict = await LogChain.VerifyAsync(file);

        Assert.Null(verdict.Broken);
        Assert.Equal([1], verdict.LostHandovers);
    }

    private static async Task RunAsync(StoreFile file, string statements)
    {
        await using var connection = new SqliteConnection($"Data Source={file.Path};Pooling=False");
        await connection.OpenAsync();
        await using var command = connection.CreateCommand();
#pragma warning disable CA2100 // Statements of this test.
        command.CommandText = statements;
#pragma warning restore CA2100
        await command.ExecuteNonQueryAsync();
    }

    private async Task<StoreFile> CopyAsync()
    {
        await host.StoreAsync(async db =>
        {
            while (await db.Log.CountAsync() < 6)
            {
                db.Jobs.Add(new Job { Name = "Tampered with" });
                await db.SaveChangesAsync();
            }

            return 0;
        });
        var directory = Directory.CreateDirectory(Path.Combine(host.DataDirectory, Guid.NewGuid().ToString("N"))).FullName;
        var copy = new StoreFile(new DataFolder(directory));
        await RunAsync(host.Services.GetRequiredService<StoreFile>(), $"VACUUM INTO '{copy.Path}'");
        return copy;
    }
}
