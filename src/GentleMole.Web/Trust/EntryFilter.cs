using GentleMole.Store;
using GentleMole.Store.Log;
using Microsoft.AspNetCore.Mvc.Filters;
using Microsoft.Data.Sqlite;
using Microsoft.EntityFrameworkCore;

namespace GentleMole.Web.Trust;

/// <summary>
/// One rule for every page on which things are entered: what is sent is stored once, under the id that its form carries; what
/// somebody else changed since it was shown is told and not overwritten; the reason that was given goes into the log.
/// </summary>
internal sealed class EntryFilter(MoleDb db) : IAsyncPageFilter
{
    /// <summary>SQLite's number for a rule of the tables that was broken.</summary>
    private const int Constraint = 19;

    public Task OnPageHandlerSelectionAsync(PageHandlerSelectedContext context) => Task.CompletedTask;

    public async Task OnPageHandlerExecutionAsync(PageHandlerExecutingContext context, PageHandlerExecutionDelegate next)
    {
        var request = context.HttpContext.Request;
        if (context.HandlerInstance is not IEntryPage page || !request.HasFormContentType || !Access.IsChange(request.Method, context.HandlerMethod?.Name))
        {
            await next();
            return;
        }

        db.Change.Once = Guid.TryParse(request.Form["once"], out var once) ? once : null;
        var sight = FormSight.Sent(request);
        (db.Change.ShownAt, db.Change.SeenUpTo, db.Change.Carried) = (sight?.Shown, sight?.Seen, sight?.Carried.ToHashSet() ?? []);
        db.Change.Why = request.Form["changeWhy"].ToString().Trim();
        if (context.ModelState.IsValid && await db.IsStoredAsync(context.HttpContext.RequestAborted))
        {
            context.Result = page.Stored();
            return;
        }

        var done = await next();
        var clash = done.Exception as ChangedMeanwhileException;
        if (clash is null && done.Exception is not DbUpdateException { InnerException: SqliteException { SqliteErrorCode: Constraint } })
        {
            // The same may have come twice at once: what the later one is refused for, "there already", is then its own twin.
            if (done.Exception is null && await db.IsStoredByTwinAsync(context.HttpContext.RequestAborted))
            {
                done.Result = page.Stored();
            }

            return;
        }

        // A twin here too; else somebody else changed what was shown, or stored another of the same name in between.
        done.ExceptionHandled = true;
        db.ChangeTracker.Clear();
        done.Result = await db.IsStoredAsync(context.HttpContext.RequestAborted) ? page.Stored() : await page.ToldAsync(clash?.Changes ?? [], clash?.Carried ?? []);
    }
}
