using System.Globalization;
using System.Text;
using GentleMole.Core.Lines;
using GentleMole.Exchange.Scenes;
using GentleMole.Store;
using GentleMole.Web.Sheet;
using GentleMole.Web.Words;
using Microsoft.EntityFrameworkCore;
using Microsoft.Net.Http.Headers;

namespace GentleMole.Web.Drawing;

/// <summary>The paint of utilities by the custom of the place, as a style sheet: what is drawn has the colour of what is sprayed.</summary>
internal static class PlaceStyle
{
    public const string Address = "/place.css";

    public static void MapPlaceStyle(this WebApplication app) =>
        app.MapGet(Address, async (MoleDb db, CancellationToken cancellation) =>
        {
            var custom = await PlaceCustoms.OfAsync(db, await db.Firms.AsNoTracking().SingleAsync(cancellation), cancellation);
            var style = new StringBuilder();
            foreach (var kind in Utilities.All)
            {
                var colour = custom.ColourOf(kind);
                style.Append(CultureInfo.InvariantCulture, $".{SvgScene.PaintClass(kind)} {{ --paint: var(--{MarkWords.CanClass(colour)}); --on-paint: var(--{(Tints.IsPale(colour) ? "ink" : "white")}); }}\n");
            }

            // Looked at again with each page; the answer is empty while nothing has changed.
            var text = style.ToString();
            return Results.Text(text, "text/css; charset=utf-8").Tagged(new EntityTagHeaderValue($"\"{Convert.ToHexStringLower(System.Security.Cryptography.SHA256.HashData(Encoding.UTF8.GetBytes(text)))[..16]}\""));
        }).AllowAnonymous().ExcludeFromDescription();

    private static TaggedResult Tagged(this IResult result, EntityTagHeaderValue tag) => new(result, tag);

    private sealed class TaggedResult(IResult result, EntityTagHeaderValue tag) : IResult
    {
        public Task ExecuteAsync(HttpContext httpContext)
        {
            var headers = httpContext.Response.GetTypedHeaders();
            (headers.ETag, headers.CacheControl) = (tag, new CacheControlHeaderValue { NoCache = true });
            if (httpContext.Request.GetTypedHeaders().IfNoneMatch.Any(t => t.Compare(tag, useStrongComparison: false)))
            {
                httpContext.Response.StatusCode = StatusCodes.Status304NotModified;
                return Task.CompletedTask;
            }

            return result.ExecuteAsync(httpContext);
        }
    }
}
