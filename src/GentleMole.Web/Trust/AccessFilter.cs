using GentleMole.Store;
using Microsoft.AspNetCore.Mvc.Filters;

namespace GentleMole.Web.Trust;

/// <summary>Tells the store who is at work, before any other filter looks at what was sent. Who may be here, the gate has said.</summary>
internal sealed class AccessFilter(MoleDb db) : IAsyncPageFilter
{
    public Task OnPageHandlerSelectionAsync(PageHandlerSelectedContext context) => Task.CompletedTask;

    public async Task OnPageHandlerExecutionAsync(PageHandlerExecutingContext context, PageHandlerExecutionDelegate next)
    {
        if (context.HttpContext.User.SignedIn() is { } person)
        {
            (db.Change.Who, db.Change.WhoId) = (person.Name, person.Id);
        }

        await next();
    }
}
