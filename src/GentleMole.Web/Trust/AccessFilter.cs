using GentleMole.Store;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.Filters;

namespace GentleMole.Web.Trust;

/// <summary>
/// Tells the store who is at work, before any other filter looks at what was sent. The gate has asked by the address; what
/// the framework made of it is asked once more here: a name that no handler has falls back to the page's own.
/// </summary>
internal sealed class AccessFilter(MoleDb db) : IAsyncPageFilter
{
    public Task OnPageHandlerSelectionAsync(PageHandlerSelectedContext context) => Task.CompletedTask;

    public async Task OnPageHandlerExecutionAsync(PageHandlerExecutingContext context, PageHandlerExecutionDelegate next)
    {
        if (context.HttpContext.User.SignedIn() is { } person)
        {
            if (Access.Entry(context.ActionDescriptor.ViewEnginePath) is { } entry && Access.IsChange(context.HttpContext.Request.Method, context.HandlerMethod?.Name) && !entry.Change.Contains(person.Role))
            {
                context.Result = new StatusCodeResult(StatusCodes.Status403Forbidden);
                return;
            }

            (db.Change.Who, db.Change.WhoId) = (person.Name, person.Id);
        }

        await next();
    }
}
