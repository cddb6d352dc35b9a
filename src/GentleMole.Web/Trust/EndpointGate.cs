using GentleMole.Core;
using GentleMole.Store.Model;
using GentleMole.Web.Setup;
using Microsoft.AspNetCore.Mvc.RazorPages;

namespace GentleMole.Web.Trust;

/// <summary>
/// Holds everything that is asked of a session to the table of access, pages and plain endpoints alike, before anything of
/// it runs: the role, the job that a reader was given, a second factor where the firm wants one, the password given again.
/// What stands in no table is shut.
/// </summary>
internal sealed class EndpointGate(RequestDelegate next, MoleOptions options, TimeProvider clock, SecurityBook book)
{
    public async Task InvokeAsync(HttpContext http, JobGate jobs)
    {
        if (http.GetEndpoint() is not RouteEndpoint endpoint)
        {
            await next(http);
            return;
        }

        var name = endpoint.Metadata.GetMetadata<PageActionDescriptor>()?.ViewEnginePath ?? Access.NameOf(endpoint.RoutePattern.RawText);
        if (Access.Entry(name) is not { } entry)
        {
            if (Access.IsOpen(name))
            {
                await next(http);
            }
            else
            {
                http.Response.StatusCode = StatusCodes.Status404NotFound;
            }

            return;
        }

        if (http.User.SignedIn() is not { } person)
        {
            // Sent to the door by the policy for everything.
            await next(http);
            return;
        }

        var handler = http.Request.Query["handler"].ToString();
        var change = Access.IsChange(http.Request.Method, handler);
        var isOwn = Access.IsOwn(name);
        var let = (change ? entry.Change : entry.See).Contains(person.Role);
        if (let && !await jobs.MaySeeAsync(http, person))
        {
            http.Response.StatusCode = StatusCodes.Status404NotFound;
            return;
        }

        if (!let)
        {
            book.Note(SecurityEventKind.RefusedByRole, http, person.Name, person.Id, http.Request.Path);
            await RefuseAsync(http, change ? "/refused?change=true" : "/refused");
            return;
        }

        var standing = http.Standing();
        if (standing is { NeedsFactor: true } && !isOwn)
        {
            await RefuseAsync(http, "/account");
        }
        else if (standing is not null && Access.IsConfirmed(name) && !standing.IsConfirmed(clock.Now(), change, options.Demo))
        {
            var back = HttpMethods.IsGet(http.Request.Method) ? $"{http.Request.Path}{http.Request.QueryString}" : http.Request.Path.ToString();
            await RefuseAsync(http, "/confirm?returnUrl=" + Uri.EscapeDataString(back), StatusCodes.Status302Found);
        }
        else
        {
            await next(http);
        }
    }

    /// <summary>Whoever goes to a page is led to one that says why; a part of one, or what is sent, is told in a word.</summary>
    private static Task RefuseAsync(HttpContext http, string page, int? always = null)
    {
        var goes = HttpMethods.IsGet(http.Request.Method) && http.Request.Headers.Accept.ToString().Contains("text/html", StringComparison.Ordinal);
        if (http.Request.Headers.ContainsKey("HX-Request") && always is not null)
        {
            http.Response.Headers["HX-Redirect"] = page;
            return Task.CompletedTask;
        }

        if ((goes || always is not null) && !http.Request.Headers.ContainsKey("HX-Request"))
        {
            http.Response.Redirect(page);
            return Task.CompletedTask;
        }

        http.Response.StatusCode = StatusCodes.Status403Forbidden;
        return http.Response.WriteAsync("This is not open to you.", http.RequestAborted);
    }
}
