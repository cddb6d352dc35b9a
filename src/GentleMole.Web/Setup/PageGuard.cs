namespace GentleMole.Web.Setup;

/// <summary>Sets the security headers of every answer.</summary>
internal sealed class PageGuard(RequestDelegate next, PublicAddress address)
{
    private const string Policy =
        "default-src 'self'; script-src 'self'; style-src 'self'; style-src-attr 'unsafe-inline'; img-src 'self' data:; " +
        "font-src 'self'; connect-src 'self'; object-src 'none'; base-uri 'none'; form-action 'self'; frame-ancestors 'none'";

    public Task InvokeAsync(HttpContext http)
    {
        var headers = http.Response.Headers;
        headers.ContentSecurityPolicy = Policy;
        if (address.IsSecret)
        {
            headers.StrictTransportSecurity = "max-age=31536000";
        }

        headers.XContentTypeOptions = "nosniff";
        headers["Referrer-Policy"] = "same-origin";
        headers["Cross-Origin-Opener-Policy"] = "same-origin";
        headers["Permissions-Policy"] = "camera=(self), geolocation=(self), microphone=(), payment=()";

        // What belongs to the firm does not stay behind in a browser's or a proxy's store; styles and scripts say otherwise.
        headers.CacheControl = "no-cache, no-store";
        headers.Pragma = "no-cache";
        return next(http);
    }
}
