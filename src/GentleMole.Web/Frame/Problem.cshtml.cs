using System.Globalization;
using GentleMole.Core;
using GentleMole.Store.Writing;
using GentleMole.Web.Words;
using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Diagnostics;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;

namespace GentleMole.Web.Frame;

/// <summary>What is shown when a request could not be served at all; the status stays what it was.</summary>
[AllowAnonymous]
[IgnoreAntiforgeryToken]
internal sealed class ProblemPage : PageModel
{
    [BindProperty(SupportsGet = true, Name = "code")]
    public int Code { get; set; }

    /// <summary>What is the matter with the store, when that is why.</summary>
    public StoreTroubleFacts? Trouble { get; private set; }

    /// <summary>What was wrong with a value, when that is why.</summary>
    public FieldError? Broken { get; private set; }

    public string Say => Broken is not null ? "This cannot be kept" : Trouble is not null ? "This could not be stored or read just now" : Code switch
    {
        StatusCodes.Status404NotFound => "There is nothing at this address",
        StatusCodes.Status413PayloadTooLarge => "That is too large",
        StatusCodes.Status429TooManyRequests => "Too many tries",
        >= 500 => "Something went wrong on our side",
        _ => "This could not be read",
    };

    public string Next => Broken is not null ? $"{LoggedValues.Name(Broken.Field.Split('.')[^1])}: {Broken.Sentence} Nothing was changed, and what you typed is kept in this browser: go back and put it right." : Trouble is not null ? Trouble.Sentence + " What you typed is kept in this browser." : Code switch
    {
        StatusCodes.Status404NotFound => "It may have been removed, or the address was typed wrongly.",
        StatusCodes.Status413PayloadTooLarge => "Drawings may have 30 MB, photos 20 MB. Nothing was changed.",
        StatusCodes.Status429TooManyRequests => $"{(Seconds is { } wait ? $"Wait {wait} second{(wait == 1 ? "" : "s")}" : "Wait a little")}, then reload this page.",
        >= 500 => "Nothing was changed. What you typed is kept in this browser: go back and press again.",
        _ => "The form may be too large or too old: drawings may have 30 MB, photos 20 MB. Nothing was changed; go back, reload, and press again.",
    };

    /// <summary>How long to wait, where the refusal said it.</summary>
    private int? Seconds => int.TryParse(Response.Headers.RetryAfter, NumberStyles.None, CultureInfo.InvariantCulture, out var wait) ? wait : null;

    public PageResult OnGet() => Told();

    public PageResult OnPost() => Told();

    /// <summary>After an exception nobody says a code: it is ours, or the store's.</summary>
    private PageResult Told()
    {
        if (HttpContext.Features.Get<IExceptionHandlerFeature>() is { } failed)
        {
            Broken = RuleBrokenException.In(failed.Error)?.Errors[0];
            Trouble = StoreTrouble.Of(failed.Error);
            Code = Broken is not null ? HttpContext.Response.StatusCode = StatusCodes.Status400BadRequest : Trouble is null ? StatusCodes.Status500InternalServerError : HttpContext.ComeBackLater(Trouble);
        }

        return Page();
    }
}
