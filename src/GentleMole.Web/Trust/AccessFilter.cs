using GentleMole.Store;
using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.Filters;
using Microsoft.AspNetCore.Mvc.RazorPages;

namespace GentleMole.Web.Trust;

/// <summary>
/// Holds every page to the table of access, and tells the store who is at work. Registered before every other filter: a page
/// looks at nothing that was sent before it is known who sent it.
/// </summary>
internal sealed class AccessFilter(MoleDb db) : IAsyncPageFilter
{
    public Task OnPageHandlerSelectionAsync(PageHandlerSelectedContext context) => Task.CompletedTask;

    public async Task OnPageHandlerExecutionAsync(PageHandlerExecutingContext context, PageHandlerExecutionDelegate next)
    {
        var http = context.HttpContext;
        if (http.User.SignedIn() is { } person)
        {
            var page = context.ActionDescriptor.ViewEnginePath;
            var isOpen = context.ActionDescriptor.EndpointMetadata.OfType<IAllowAnonymous>().Any();
            var change = Access.IsChange(http.Request.Method, context.HandlerMethod?.Name);
            if (!isOpen && !(change ? Access.MayChange(page, person.Role) : Access.MaySee(page, person.Role)))
            {
                context.Result = new ViewResultRefused(change);
                return;
            }

            db.Change.Who = person.Name;
        }

        await next();
    }

    /// <summary>A page that says what is shut and to whom it is open.</summary>
    private sealed class ViewResultRefused(bool change) : ActionResult
    {
        public override Task ExecuteResultAsync(ActionContext context)
        {
            var result = new RedirectResult("/refused?" + (change ? "change=true" : ""));
            if (HttpMethods.IsGet(context.HttpContext.Request.Method) && context.HttpContext.Request.Headers.Accept.ToString().Contains("text/html", StringComparison.Ordinal)
                && !context.HttpContext.Request.Headers.ContainsKey("HX-Request"))
            {
                return result.ExecuteResultAsync(context);
            }

            context.HttpContext.Response.StatusCode = StatusCodes.Status403Forbidden;
            return context.HttpContext.Response.WriteAsync("This is not open to you.", context.HttpContext.RequestAborted);
        }
    }
}
