using System.Net;

namespace GentleMole.Web.Setup;

/// <summary>
/// Sets the security headers, and keeps the pages to this machine until there is a sign-in: only the API may be reached from
/// elsewhere, by its token.
/// </summary>
internal sealed class PageGuard(RequestDelegate next)
{
    private const string Policy =
        "default-src 'self'; script-src 'self'; style-src 'self'; style-src-attr 'unsafe-inline'; img-src 'self' data:; " +
        "font-src 'self'; connect-src 'self'; object-src 'none'; base-uri 'none'; form-action 'self'; frame-ancestors 'none'";

    public async Task InvokeAsync(HttpContext http)
    {
        var headers = http.Response.Headers;
        headers.ContentSecurityPolicy = Policy;
        headers.XContentTypeOptions = "nosniff";
        headers["Referrer-Policy"] = "same-origin";
        var from = http.Connection.RemoteIpAddress;
        var isApi = http.Request.Path.StartsWithSegments("/api", StringComparison.OrdinalIgnoreCase);
        if (!isApi && from is not null && !IPAddress.IsLoopback(from))
        {
            http.Response.StatusCode = StatusCodes.Status403Forbidden;
            await http.Response.WriteAsync("These pages are open on the machine they run on only.", http.RequestAborted);
            return;
        }

        await next(http);
    }
}
