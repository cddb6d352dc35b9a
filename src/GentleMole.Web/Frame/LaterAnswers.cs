using System.Globalization;
using GentleMole.Store.Writing;
using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Diagnostics;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;

namespace GentleMole.Web.Frame;

internal static class LaterAnswers
{
    /// <summary>Answers that the store is in trouble: 503, and when to try again.</summary>
    public static int ComeBackLater(this HttpContext http, StoreTroubleFacts trouble)
    {
        http.Response.Headers.RetryAfter = ((int)Math.Ceiling(trouble.After.TotalSeconds)).ToString(CultureInfo.InvariantCulture);
        return http.Response.StatusCode = StatusCodes.Status503ServiceUnavailable;
    }
}
