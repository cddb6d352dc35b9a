using System.Globalization;
using System.Threading.RateLimiting;
using GentleMole.Store;
using GentleMole.Store.Model;
using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Identity;
using Microsoft.AspNetCore.RateLimiting;

namespace GentleMole.Web.Trust;

/// <summary>Sessions: sign-in, cookie, lock-out, and how often a door may be tried.</summary>
internal static class TrustSetup
{
    /// <summary>Policy for doors that can be tried by strangers.</summary>
    public const string DoorLimit = "door";

    /// <summary>Policy for the calendar's secret address, which can be guessed at.</summary>
    public const string FeedLimit = "feed";

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

        // The API has its own door; what it does not know is not found there, rather than led to the sign-in page.
        services.AddAuthorizationBuilder().SetFallbackPolicy(new AuthorizationPolicyBuilder().RequireAssertion(context =>
            context.User.Identity?.IsAuthenticated == true
            || (context.Resource is HttpContext http && http.Request.Path.StartsWithSegments("/api", StringComparison.OrdinalIgnoreCase))).Build());
        services.AddAntiforgery(antiforgery =>
        {
            antiforgery.Cookie.Name = "mole-form";
            antiforgery.Cookie.HttpOnly = true;
            antiforgery.Cookie.SameSite = SameSiteMode.Strict;
            antiforgery.Cookie.SecurePolicy = CookieSecurePolicy.SameAsRequest;
        });
        services.AddScoped<AccessFilter>();
        var triesPerMinute = configuration.GetValue("Doors:TriesPerMinute", 30);
        RateLimitPartition<string> PerAddress(HttpContext http) => RateLimitPartition.GetFixedWindowLimiter(
            http.Connection.RemoteIpAddress?.ToString() ?? "",
            _ => new FixedWindowRateLimiterOptions { PermitLimit = triesPerMinute, Window = TimeSpan.FromMinutes(1) });
        var pagesPerMinute = configuration.GetValue("Pages:RequestsPerMinute", 3000);
        services.Configure<RateLimiterOptions>(limiter =>
        {
            // A person at work asks for a verdict with every key; far more than that is not a person.
            limiter.GlobalLimiter = PartitionedRateLimiter.Create<HttpContext, string>(http => http.User.SignedIn() is { } person
                ? RateLimitPartition.GetFixedWindowLimiter(
                    "person " + person.Id, _ => new FixedWindowRateLimiterOptions { PermitLimit = pagesPerMinute, Window = TimeSpan.FromMinutes(1) })
                : RateLimitPartition.GetNoLimiter("nobody"));
            limiter.AddPolicy(DoorLimit, http => HttpMethods.IsPost(http.Request.Method) ? PerAddress(http) : RateLimitPartition.GetNoLimiter("look"));
            limiter.AddPolicy(FeedLimit, PerAddress);
        });
    }

    /// <summary>What a refusal for haste says on a page.</summary>
    public static string Haste(TimeSpan wait) =>
        $"Too many tries. Wait {Math.Ceiling(wait.TotalSeconds).ToString(CultureInfo.InvariantCulture)} seconds.";
}
