using System.Globalization;
using System.Security.Claims;
using System.Text.Encodings.Web;
using GentleMole.Core;
using GentleMole.Store.Model;
using Microsoft.AspNetCore.Authentication;
using Microsoft.Extensions.Options;

namespace GentleMole.Web.Trust;

/// <summary>Who a bearer token is: the framework's handler for the API's door. Sessions of people do not open it, and tokens open no page.</summary>
internal sealed class TokenScheme(IOptionsMonitor<AuthenticationSchemeOptions> options, ILoggerFactory logger, UrlEncoder encoder, Tokens tokens, TimeProvider clock, SecurityBook book)
    : AuthenticationHandler<AuthenticationSchemeOptions>(options, logger, encoder)
{
    public const string Name = "token";
    public const string ScopeClaim = "scope";

    protected override async Task<AuthenticateResult> HandleAuthenticateAsync()
    {
        // The calendar's secret is in an address that people hand on: it opens the calendar alone.
        if (await tokens.AdmitAsync(Request, clock.Now(), Context.RequestAborted) is not { Scope: not TokenScope.Calendar } admitted)
        {
            if (Request.Headers.Authorization.Count > 0)
            {
                book.Note(SecurityEventKind.TokenRefused, Context, about: Request.Path);
            }

            return AuthenticateResult.NoResult();
        }

        Context.Admit(admitted);
        var identity = new ClaimsIdentity(
            [
                new Claim(ClaimTypes.NameIdentifier, "token " + admitted.Id.ToString(CultureInfo.InvariantCulture)), new Claim(ClaimTypes.Name, "token " + admitted.Name),
                new Claim(ScopeClaim, admitted.Scope.ToString()),
            ],
            Name);
        return AuthenticateResult.Success(new AuthenticationTicket(new ClaimsPrincipal(identity), Name));
    }

    protected override Task HandleChallengeAsync(AuthenticationProperties properties)
    {
        Response.Headers.WWWAuthenticate = "Bearer";
        Response.StatusCode = StatusCodes.Status401Unauthorized;
        return Task.CompletedTask;
    }
}
