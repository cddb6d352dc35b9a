using System.Diagnostics;
using System.Net;
using System.Net.Http.Json;
using GentleMole.Store;
using GentleMole.Store.Model;
using GentleMole.Web.Sheet;
using GentleMole.Web.Words;
using Microsoft.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore.Diagnostics;
using Microsoft.Extensions.DependencyInjection;

namespace GentleMole.Web.Tests.Sheet;

/// <summary>A kept sheet is the sheet that would be read anew, whatever happened meanwhile, and costs what has changed.</summary>
public sealed class KeptSheetTests(MoleHost host) : IClassFixture<MoleHost>
{
    private const int Job = 1;
    private const string Gas = "Tamsin Gas";

    private readonly Random _chance = new(7);

    private async Task<JobSheet> SheetAsync(int job, KeptSheets? kept = null)
    {
        await using var scope = host.Services.CreateAsyncScope();
        var services = scope.ServiceProvider;
        var loader = kept is null
            ? services.GetRequiredService<SheetLoader>()
            : new SheetLoader(services.GetRequiredService<MoleDb>(), services.GetRequiredService<PlaceClock>(), kept);
        return (await loader.LoadAsync(job, default))!;
    }

    private static SheetLine GasOf(JobSheet sheet) => sheet.Lines.Single(l => l.Line.Owner == Gas);

    private async Task SendAsync(int job, int count, string utility = Gas, double minutes = 0)
    {
        var readings = Enumerable.Range(0, count).Select(i => new
        {
            id = Guid.NewGuid(),
            takenAt = new DateTime(2026, 11, 24, 8, 0, 0, DateTimeKind.Utc).AddMinutes(minutes).AddSeconds(i).ToString("yyyy-MM-dd'T'HH:mm:ss'Z'", null),
            utility,
            eastMetres = 44 + _chance.NextDouble(),
            northMetres = 10 + (i * 0.01),
            depthMetres = 0.9,
            currentMilliamps = 20 + (10 * _chance.NextDouble()),
        });
        (await host.Device().PostAsJsonAsync($"/api/v1/jobs/{job}/readings", new { readings })).EnsureSuccessStatusCode();
    }

    private Task ChangeAsync(Func<MoleDb, Task> change) => host.StoreAsync(async db =>
    {
        db.Change.Who = "somebody";
        await change(db);
        return await db.SaveChangesAsync();
    });

    [Fact]
    public async Task Dots_keep_their_verdict_while_nothing_under_them_changes()
    {
        var before = GasOf(await SheetAsync(Job));
        _ = before.Dots.Select(d => d.Judgement).ToList();
        Assert.Same(before.Dots[0], GasOf(await SheetAsync(Job)).Dots[0]);

        await SendAsync(Job, 3, minutes: 200_000);
        var after = GasOf(await SheetAsync(Job));

        Assert.Equal(before.Dots.Count + 3, after.Dots.Count);
        Assert.Subset(after.Dots.ToHashSet(), before.Dots.ToHashSet());
        Assert.Same(before.Traced, after.Traced);

        await ChangeAsync(async db => (await db.Lines.SingleAsync(l => l.JobId == Job && l.Owner == Gas)).OutsideDiameterMetres = 0.4);
        var wider = GasOf(await SheetAsync(Job));
        Assert.NotSame(before.Dots[0], wider.Dots[0]);
        Assert.Same(before.Dots[0].Reading, wider.Dots[0].Reading);
    }

    [Fact]
    public async Task An_accepted_dot_is_what_those_after_it_are_judged_against()
    {
        await SendAsync(Job, 4, minutes: 300_000);
        var before = GasOf(await SheetAsync(Job));
        var chosen = before.Dots[^3].Reading;
        await ChangeAsync(async db => (await db.Readings.SingleAsync(r => r.Id == chosen.Id)).State = DotState.Accepted);

        var after = GasOf(await SheetAsync(Job));

        Assert.Equal(chosen.Id, after.Dots[^1].Before!.Id);
        Assert.Equal(chosen.Id, after.Dots[^2].Before!.Id);
        Assert.Same(before.Dots[^4], after.Dots[^4]);
        Assert.Contains(after.Traced.Points, p => p.Number == chosen.Number);
    }

    [Fact]
    public async Task After_any_change_it_is_the_sheet_that_would_be_read_anew()
    {
        for (var turn = 0; turn < 40; turn++)
        {
            await ChangeSomethingAsync(turn);
            var (kept, fresh) = (await SheetAsync(Job), await SheetAsync(Job, new KeptSheets()));

            Assert.Equal(fresh.LogHead, kept.LogHead);
            Assert.Equal(fresh.Progress, kept.Progress);
            Assert.Equal(fresh.Loose.Count, kept.Loose.Count);
            Assert.Equal(fresh.Job.Features.Select(f => (f.Id, f.Name)), kept.Job.Features.Select(f => (f.Id, f.Name)));
            Assert.Equal(fresh.Firm.ToleranceMetres, kept.Firm.ToleranceMetres);
            foreach (var (one, other) in fresh.Lines.Zip(kept.Lines, (a, b) => (a, b)))
            {
                Assert.Equal(one.Line.Id, other.Line.Id);
                Assert.Equal(one.Undecided, other.Undecided);
                Assert.Equal(one.Dots.Select(Facts), other.Dots.Select(Facts));
                Assert.Equal(one.Traced.Points, other.Traced.Points);
            }
        }

        static object Facts(JudgedDot d) => (d.Reading.Id, d.Reading.Number, d.Reading.State, d.Reading.DepthMetres, d.Before?.Id, d.Judgement.Verdict, d.Judgement.Finding, d.MarkPlace);
    }

    private Task ChangeSomethingAsync(int turn) => turn == 19
        ? host.Browser().SendAsync($"/jobs/{Job}/notice", "Line", ("kind", "Unknown"), ("owner", "steam"))
        : (turn % 10) switch
    {
        0 or 4 => SendAsync(Job, 1 + _chance.Next(5), minutes: _chance.Next(3000)),
        1 => SendAsync(Job, 2, "steam"),
        2 or 5 or 7 => ChangeAsync(async db =>
        {
            var dots = await db.Readings.Where(r => r.JobId == Job).OrderBy(r => r.Id).ToListAsync();
            var dot = dots[_chance.Next(dots.Count)];
            dot.State = (DotState)_chance.Next(3);
            dot.DepthMetres = 0.5 + _chance.NextDouble();
        }),
        3 => ChangeAsync(async db => (await db.Firms.SingleAsync()).ToleranceMetres = 0.4 + (0.2 * _chance.NextDouble())),
        6 => ChangeAsync(db =>
        {
            db.Features.Add(new SiteFeature { JobId = Job, Name = "valve " + turn, Points = [new(30, 30)] });
            return Task.CompletedTask;
        }),
        8 => ChangeAsync(async db => (await db.Hookups.Where(h => h.JobId == Job).OrderBy(h => h.Id).FirstAsync()).SentMilliamps = 30 + turn),
        _ => SendAsync(2, 1, "Lanternet"),
    };

    [Fact]
    public async Task A_key_costs_a_look_at_the_log_and_a_page_stays_small_with_ten_thousand_dots()
    {
        var device = host.Device();
        var made = await device.PostAsJsonAsync("/api/v1/jobs", new { name = "Long main" });
        var job = (await made.Content.ReadFromJsonAsync<Dictionary<string, object>>())!["id"].ToString()!;
        var browser = host.Browser();
        await browser.SendAsync($"/jobs/{job}/notice", "Line", ("kind", "Gas"), ("owner", Gas));
        for (var i = 0; i < 10; i++)
        {
            await SendAsync(int.Parse(job, null), 1000, minutes: i * 20);
        }

        await MoleHost.AcceptCautionsAsync(browser, int.Parse(job, null));
        var (status, page) = await browser.PageAsync($"/jobs/{job}/trace?new=true");
        Assert.Equal(HttpStatusCode.OK, status);
        Assert.InRange(page.QuerySelectorAll("[data-layer=dots] a").Length, 20, 240);
        Assert.InRange((await browser.GetByteArrayAsync(new Uri($"/jobs/{job}/trace", UriKind.Relative))).Length, 20_000, 150_000);

        using var counter = new QueryCounter(host.DataDirectory);
        using var form = new FormUrlEncodedContent(new Dictionary<string, string>
        {
            ["__RequestVerificationToken"] = page.Token(), ["east"] = "44", ["north"] = "12", ["depth"] = "0.9", ["current"] = "25", ["nullOffset"] = "0.02",
        });
        var answer = await browser.PostAsync(new Uri($"/jobs/{job}/trace?handler=Judge", UriKind.Relative), form);

        Assert.Equal(HttpStatusCode.OK, answer.StatusCode);
        Assert.Contains("verdict-say", await answer.Content.ReadAsStringAsync(), StringComparison.Ordinal);
        Assert.InRange(counter.Count, 1, 4);
    }

    [Fact]
    public async Task A_file_of_very_many_dots_is_the_same_whether_its_sheet_is_held_or_read_while_it_is_written()
    {
        var device = host.Device();
        var made = await device.PostAsJsonAsync("/api/v1/jobs", new { name = "Longer main" });
        var job = int.Parse((await made.Content.ReadFromJsonAsync<Dictionary<string, object>>())!["id"].ToString()!, null);
        await host.Browser().SendAsync($"/jobs/{job}/notice", "Line", ("kind", "Gas"), ("owner", Gas));
        for (var i = 0; i < 21; i++)
        {
            await SendAsync(job, 1000, minutes: i * 20);
        }

        await ChangeAsync(async db => (await db.Readings.Where(r => r.JobId == job && r.Number % 100 == 3).ToListAsync()).ForEach(r => r.State = DotState.Accepted));
        Task<string> FileAsync(string format) => device.GetStringAsync(new Uri($"/api/v1/jobs/{job}/export/{format}", UriKind.Relative));
        int Held() => host.Services.GetRequiredService<KeptSheets>().Find(job)?.DotCount ?? 0;
        Assert.Equal(0, Held());
        var (map, drawing) = (await FileAsync("geojson"), await FileAsync("dxf"));
        Assert.Equal(0, Held());

        Assert.Equal(21_000, (await SheetAsync(job)).DotCount);

        Assert.Equal(map, await FileAsync("geojson"));
        Assert.Equal(drawing, await FileAsync("dxf"));
        Assert.Equal(21_000, map.Split("\"kind\":\"dot\"").Length - 1);
        Assert.Equal((await SheetAsync(job)).Lines.Single().Traced.Stretches.Count, map.Split("\"kind\":\"mark\"").Length - 1);
    }

    [Fact]
    public async Task A_closer_look_shows_more_dots_and_a_wrong_one_is_refused()
    {
        var browser = host.Browser();
        await SendAsync(3, 600, "Norrick Grid", 400);
        var whole = await browser.PageAsync("/jobs/3/trace");
        var near = await browser.PageAsync("/jobs/3/trace?handler=Window&west=43&north=12&width=800&height=400&unit=0.004");

        Assert.Equal(HttpStatusCode.OK, near.Status);
        var shown = near.Page.QuerySelectorAll("[data-layer=dots] a").Length;
        var inWhole = whole.Page.QuerySelectorAll("[data-layer=dots] a").Length;
        Assert.InRange(shown, inWhole + 1, 240);
        foreach (var wrong in new[] { "west=1e300&north=0&width=800&height=400&unit=1", "west=0&north=0&width=0&height=400&unit=1", "west=0&north=0&width=800&height=400&unit=5e-324", "west=x" })
        {
            Assert.Contains((await browser.GetAsync(new Uri("/jobs/3/trace?handler=Window&" + wrong, UriKind.Relative))).StatusCode, new[] { HttpStatusCode.BadRequest, HttpStatusCode.NotFound });
        }
    }

    /// <summary>Counts what is asked of the database.</summary>
    private sealed class QueryCounter : IObserver<DiagnosticListener>, IObserver<KeyValuePair<string, object?>>, IDisposable
    {
        private readonly List<IDisposable> _subscriptions = [];
        private int _count;

        private readonly string _folder;

        public QueryCounter(string folder)
        {
            _folder = folder;
            _subscriptions.Add(DiagnosticListener.AllListeners.Subscribe(this));
        }

        public int Count => _count;

        public void OnNext(DiagnosticListener value)
        {
            if (value.Name == DbLoggerCategory.Name)
            {
                _subscriptions.Add(value.Subscribe(this));
            }
        }

        public void OnNext(KeyValuePair<string, object?> value)
        {
            // Other tests run beside this one, on databases of their own.
            if (value.Key == RelationalEventId.CommandExecuting.Name && value.Value is CommandEventData { Connection: { } connection } && connection.DataSource.StartsWith(_folder, StringComparison.Ordinal))
            {
                Interlocked.Increment(ref _count);
            }
        }

        public void OnCompleted()
        {
        }

        public void OnError(Exception error)
        {
        }

        public void Dispose() => _subscriptions.ForEach(s => s.Dispose());
    }
}
