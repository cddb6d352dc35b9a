using GentleMole.Store;
using GentleMole.Store.Model;
using Microsoft.AspNetCore.Authentication;
using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Identity;

namespace GentleMole.Web.Trust;

/// <summary>Sessions: sign-in, cookie, lock-out, and how often a door may be tried.</summary>
internal static class TrustSetup
{
    public static void AddTrust(this IServiceCollection services, IConfiguration configuration)
    {
        services.AddIdentityCore<MoleUser>(identity =>
            {
                identity.Password.RequiredLength = 10;
                identity.Password.RequireDigit = identity.Password.RequireLowercase = identity.Password.RequireUppercase = false;
                identity.Password.RequireNonAlphanumeric = false;
                identity.Password.RequiredUniqueChars = 4;
                identity.Lockout.MaxFailedAccessAttempts = 5;
                identity.Lockout.DefaultLockoutTimeSpan = TimeSpan.FromMinutes(10);
                identity.User.AllowedUserNameCharacters = "abcdefghijklmnopqrstuvwxyzABCDEFGHIJKLMNOPQRSTUVWXYZ0123456789-._";
            })
            .AddEntityFrameworkStores<MoleDb>()
            .AddSignInManager()
            .AddClaimsPrincipalFactory<PersonClaims>();
        services.AddAuthentication(IdentityConstants.ApplicationScheme).AddCookie(IdentityConstants.ApplicationScheme, cookie =>
        {
            cookie.Cookie.Name = "mole-session";
            cookie.Cookie.HttpOnly = true;
            cookie.Cookie.SameSite = SameSiteMode.Lax;
            cookie.Cookie.SecurePolicy = CookieSecurePolicy.SameAsRequest;
            cookie.ExpireTimeSpan = TimeSpan.FromDays(14);
            cookie.SlidingExpiration = true;
            cookie.LoginPath = "/sign-in";
            cookie.AccessDeniedPath = "/refused";
            cookie.Events.OnValidatePrincipal = PersonClaims.StillHoldsAsync;
        });

        services.AddAuthentication().AddScheme<AuthenticationSchemeOptions, TokenScheme>(TokenScheme.Name, null);
        services.AddAuthorizationBuilder().SetFallbackPolicy(new AuthorizationPolicyBuilder().RequireAuthenticatedUser().Build()).AddApiScopes();
        services.AddAntiforgery(antiforgery =>
        {
            antiforgery.Cookie.Name = "mole-form";
            antiforgery.Cookie.HttpOnly = true;
            antiforgery.Cookie.SameSite = SameSiteMode.Strict;
            antiforgery.Cookie.SecurePolicy = CookieSecurePolicy.SameAsRequest;
        });
        services.AddScoped<AccessFilter>();
        services.AddScoped<EntryFilter>();
        services.AddRateLimits(configuration);
    }
}
