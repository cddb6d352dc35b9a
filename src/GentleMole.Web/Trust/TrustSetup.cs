using GentleMole.Store;
using GentleMole.Store.Model;
using GentleMole.Web.Setup;
using Microsoft.AspNetCore.Authentication;
using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Identity;

namespace GentleMole.Web.Trust;

/// <summary>Sessions: sign-in, cookie, and how often a door may be tried.</summary>
internal static class TrustSetup
{
    public static void AddTrust(this IServiceCollection services, IConfiguration configuration, PublicAddress address)
    {
        services.AddIdentityCore<MoleUser>(identity =>
            {
                identity.Password.RequiredLength = 10;
                identity.Password.RequireDigit = identity.Password.RequireLowercase = identity.Password.RequireUppercase = false;
                identity.Password.RequireNonAlphanumeric = false;
                identity.Password.RequiredUniqueChars = 4;
                identity.User.AllowedUserNameCharacters = "abcdefghijklmnopqrstuvwxyzABCDEFGHIJKLMNOPQRSTUVWXYZ0123456789-._";
            })
            .AddEntityFrameworkStores<MoleDb>()
            .AddSignInManager()
            .AddTokenProvider<AuthenticatorTokenProvider<MoleUser>>(TokenOptions.DefaultAuthenticatorProvider)
            .AddPasswordValidator<CommonPasswords>()
            .AddClaimsPrincipalFactory<PersonClaims>();
        services.AddAuthentication(IdentityConstants.ApplicationScheme).AddCookie(IdentityConstants.ApplicationScheme, cookie =>
        {
            cookie.Cookie.Name = address.Cookie("mole-session");
            cookie.Cookie.HttpOnly = true;
            cookie.Cookie.SameSite = SameSiteMode.Lax;
            cookie.Cookie.SecurePolicy = address.IsSecret ? CookieSecurePolicy.Always : CookieSecurePolicy.SameAsRequest;
            cookie.ExpireTimeSpan = PersonSessions.Longest.ToTimeSpan();
            cookie.SlidingExpiration = false;
            cookie.LoginPath = "/sign-in";
            cookie.AccessDeniedPath = "/refused";
            cookie.Events.OnValidatePrincipal = PersonSessions.StillHoldsAsync;
        });

        services.AddAuthentication().AddScheme<AuthenticationSchemeOptions, TokenScheme>(TokenScheme.Name, null);
        services.AddAuthorizationBuilder().SetFallbackPolicy(new AuthorizationPolicyBuilder().RequireAuthenticatedUser().Build()).AddApiScopes();
        services.AddAntiforgery(antiforgery =>
        {
            antiforgery.Cookie.Name = address.Cookie("mole-form");
            antiforgery.Cookie.HttpOnly = true;
            antiforgery.Cookie.SameSite = SameSiteMode.Strict;
            antiforgery.Cookie.SecurePolicy = address.IsSecret ? CookieSecurePolicy.Always : CookieSecurePolicy.SameAsRequest;
        });
        services.AddScoped<PersonSessions>();
        services.AddScoped<DoorKeeper>();
        services.AddScoped<SecondFactor>();
        services.AddScoped<PasswordAgain>();
        services.AddScoped<ResetLinks>();
        services.AddScoped<JobGate>();
        services.AddSingleton<FirstAccountCode>();
        services.AddSingleton<SecurityBook>();
        services.AddHostedService(provider => provider.GetRequiredService<SecurityBook>());
        services.AddScoped<AccessFilter>();
        services.AddScoped<EntryFilter>();
        services.AddRateLimits(configuration);
    }
}
