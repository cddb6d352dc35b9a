using GentleMole.Core;
using GentleMole.Store.Model;
using GentleMole.Store.Writing;
using GentleMole.Web.Frame;
using GentleMole.Web.Trust;
using Microsoft.AspNetCore.Diagnostics;
using Microsoft.AspNetCore.Mvc;
using System.Security.Claims;

namespace GentleMole.Web.Api;

/// <summary>Every refusal of the API: problem details (RFC 9457), in words a person understands.</summary>
internal static class ApiProblem
{
    public static IResult BadInput(IReadOnlyList<FieldError> errors) => Results.Problem(new ProblemDetails
    {
        Status = StatusCodes.Status400BadRequest,
        Title = "Something in the request is not right.",
        Detail = errors.Count == 1 ? errors[0].Sentence : $"{errors.Count} entries need attention; see errors.",
        Extensions =
        {
            ["errors"] = errors.GroupBy(e => e.Field).ToDictionary(g => g.Key, g => g.Select(e => e.Sentence).ToArray()),
        },
    });

    public static IResult BadInput(string field, string sentence) => BadInput([new FieldError(field, sentence)]);

    public static IResult Status(int status, string? detail = null) => Results.Problem(new ProblemDetails
    {
        Status = status,
        Title = TitleOf(status),
        Detail = detail,
    });

    public static IResult NoSuchJob() => Status(StatusCodes.Status404NotFound, "There is no job with this id.");

    /// <summary>After an exception: the store's trouble is told with when to come back, anything else is ours.</summary>
    public static Task AfterFailureAsync(HttpContext http) =>
        RuleBrokenException.In(http.Features.Get<IExceptionHandlerFeature>()?.Error) is { } broken ? BadInput(broken.Errors).ExecuteAsync(http)
            : StoreTrouble.Of(http.Features.Get<IExceptionHandlerFeature>()?.Error) is { } trouble
            ? Status(http.ComeBackLater(trouble), trouble.Sentence).ExecuteAsync(http)
            : FillEmptyAsync(http);

    /// <summary>Gives a body to refusals that the framework made without one.</summary>
    public static Task FillEmptyAsync(HttpContext http)
    {
        if (http.Response.StatusCode == StatusCodes.Status403Forbidden)
        {
            http.RequestServices.GetRequiredService<SecurityBook>().Note(
                SecurityEventKind.TokenOutOfScope, http, http.User.Identity?.Name ?? "", http.User.FindFirstValue(ClaimTypes.NameIdentifier) ?? "", http.Request.Path);
        }

        return         Status(http.Response.StatusCode, http.Response.StatusCode == StatusCodes.Status403Forbidden ? "The scope of this token does not reach so far." : null).ExecuteAsync(http);
    }

    private static string TitleOf(int status) => status switch
    {
        StatusCodes.Status401Unauthorized => "A bearer token is needed.",
        StatusCodes.Status403Forbidden => "This is not open to you.",
        StatusCodes.Status404NotFound => "There is nothing at this address.",
        StatusCodes.Status405MethodNotAllowed => "This address does not take that method.",
        StatusCodes.Status409Conflict => "This clashes with what is stored.",
        StatusCodes.Status413PayloadTooLarge => "The body is too large; 5 MB is the most.",
        StatusCodes.Status415UnsupportedMediaType => "The body must be sent as application/json.",
        StatusCodes.Status429TooManyRequests => "Too many requests; wait a little.",
        StatusCodes.Status500InternalServerError => "Something went wrong on our side; nothing was stored.",
        StatusCodes.Status503ServiceUnavailable => "The store takes nothing at the moment; try again later.",
        _ => "The request cannot be served.",
    };
}
