using GentleMole.Store;
using GentleMole.Store.Log;
using GentleMole.Store.Model;
using GentleMole.Web.Trust;
using Microsoft.AspNetCore.Http;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.Abstractions;
using Microsoft.AspNetCore.Mvc.Filters;
using Microsoft.AspNetCore.Mvc.ModelBinding;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Microsoft.AspNetCore.Mvc.RazorPages.Infrastructure;
using Microsoft.AspNetCore.Routing;
using Microsoft.EntityFrameworkCore;
using NodaTime;

namespace GentleMole.Web.Tests.Trust;

/// <summary>One entry sent twice at once, in the order in which the later one looks before, and asks after, its twin has been stored.</summary>
public class TwinTests(MoleHost host) : IClassFixture<MoleHost>
{
    private sealed class HolidayPage : IEntryPage
    {
        public static readonly RedirectResult WasStored = new("/stored");

        public IActionResult Stored() => WasStored;

        public Task<IActionResult> ToldAsync(IReadOnlyList<LogEntry> changes, IReadOnlyList<string> carried) => Task.FromResult<IActionResult>(new ContentResult { Content = "told" });
    }

    private static PageHandlerExecutingContext Sent(Guid once)
    {
        var http = new DefaultHttpContext();
        http.Request.Method = "POST";
        http.Request.Form = new FormCollection(new() { ["once"] = once.ToString() });
        var page = new PageContext(new ActionContext(http, new RouteData(), new PageActionDescriptor(), new ModelStateDictionary()))
        {
            ActionDescriptor = new CompiledPageActionDescriptor(),
        };
        return new PageHandlerExecutingContext(page, [], new HandlerMethodDescriptor { Name = "Holiday" }, new Dictionary<string, object?>(), new HolidayPage());
    }

    private static async Task<IActionResult?> HandledAsync(MoleDb db, Guid once, Func<Task<IActionResult>> handler)
    {
        var sent = Sent(once);
        PageHandlerExecutedContext? done = null;
        await new EntryFilter(db).OnPageHandlerExecutionAsync(sent, async () => done = new PageHandlerExecutedContext(new PageContext(sent) { ActionDescriptor = sent.ActionDescriptor }, [], sent.HandlerMethod, sent.HandlerInstance)
        {
            Result = await handler(),
        });
        return done?.Result ?? sent.Result;
    }

    private static async Task StoreAsync(MoleDb db, string name, int day)
    {
        db.Holidays.Add(new HolidayRow { Date = new LocalDate(2031, 3, day), Name = name });
        await db.SaveChangesAsync();
    }

    [Fact]
    public async Task What_is_refused_because_its_twin_is_there_already_was_stored()
    {
        var once = Guid.NewGuid();
        var refusal = new ContentResult { Content = "This day is in the list already." };

        var result = await host.StoreAsync(late => HandledAsync(late, once, async () =>
        {
            await host.StoreAsync(async db => await HandledAsync(db, once, async () =>
            {
                await StoreAsync(db, "Twin Day", 1);
                return HolidayPage.WasStored;
            }));
            return refusal;
        }));

        Assert.Same(HolidayPage.WasStored, result);
        Assert.Equal(1, await host.StoreAsync(db => db.Holidays.CountAsync(h => h.Name == "Twin Day")));
    }

    [Fact]
    public async Task A_refusal_without_a_twin_stays_one_and_an_answer_after_storing_stays_its_own()
    {
        var (refusal, answer) = (new ContentResult { Content = "No." }, new ContentResult { Content = "Stored; here it is." });

        Assert.Same(refusal, await host.StoreAsync(db => HandledAsync(db, Guid.NewGuid(), () => Task.FromResult<IActionResult>(refusal))));
        Assert.Same(answer, await host.StoreAsync(db => HandledAsync(db, Guid.NewGuid(), async () =>
        {
            await StoreAsync(db, "Lone Day", 2);
            return answer;
        })));
    }
}
