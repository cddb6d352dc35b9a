using System.Security.Claims;
using GentleMole.Store.Log;
using GentleMole.Web.Trust;
using Microsoft.AspNetCore.Authentication;
using Microsoft.OpenApi;

namespace GentleMole.Web.Api;

/// <summary>Puts the HTTP API together: token, limits, refusals, routes, description.</summary>
internal static class ApiSetup
{
    public const string Base = "/api/v1";

    public static void AddMoleApi(this IServiceCollection services)
    {
        services.AddOpenApi("v1", options => options.AddDocumentTransformer((document, _, _) =>
        {
            document.Info.Title = "Gentle Mole";
            document.Info.Version = "1";
            document.Info.Description = "Readings in, calculations and drawings out. SI units, spelled out at the end of each name.";
            document.Components ??= new OpenApiComponents();
            document.Components.SecuritySchemes = new Dictionary<string, IOpenApiSecurityScheme>
            {
                ["bearer"] = new OpenApiSecurityScheme { Type = SecuritySchemeType.Http, Scheme = "bearer" },
            };
            document.Security = [new OpenApiSecurityRequirement { [new OpenApiSecuritySchemeReference("bearer", document)] = [] }];
            return Task.CompletedTask;
        }));
    }

    /// <summary>
    /// The token is looked at before body or id, also where nothing is: everything under <c>/api</c> is behind the one door.
    /// Refusals without a body get one.
    /// </summary>
    public static void UseMoleApi(this WebApplication app)
    {
        app.UseWhen(http => http.Request.Path.StartsWithSegments("/api", StringComparison.OrdinalIgnoreCase), api =>
        {
            api.UseExceptionHandler(failed => failed.Run(ApiProblem.AfterFailureAsync));
            api.UseStatusCodePages(context => ApiProblem.FillEmptyAsync(context.HttpContext));
            api.Use(async (http, next) =>
            {
                if (await http.AuthenticateAsync(TokenScheme.Name) is not { Succeeded: true, Principal: var token })
                {
                    await http.ChallengeAsync(TokenScheme.Name);
                    return;
                }

                http.User = token;
                var change = http.RequestServices.GetRequiredService<ChangeContext>();
                (change.Who, change.WhoId) = (token.Identity!.Name!, token.FindFirstValue(ClaimTypes.NameIdentifier)!);
                await next(http);
            });
        });
        app.UseRateLimiter();
    }

    public static void MapMoleApi(this WebApplication app)
    {
        var api = app.MapGroup(Base).RequireRateLimiting(RateLimits.Api).RequireAuthorization(ApiScopes.Read);
        api.MapGroup("/bench").WithTags("Bench").MapBench();
        api.MapGroup("/bench").WithTags("Desk").MapDesk();
        api.MapGroup("/bench").WithTags("Hookup").MapHookup();
        api.MapGroup("/bench").WithTags("Identify").MapIdentify();
        api.MapGroup("/bench").WithTags("Ledger").MapLedger();
        api.MapGroup("/bench").WithTags("Candidates").MapCandidates();
        api.MapGroup("/bench").WithTags("Sonde").MapSonde();
        api.MapGroup("/bench").WithTags("Fault").MapFault();
        api.MapGroup("/bench").WithTags("Radar").MapRadarBench();
        api.MapGroup("/bench").WithTags("Radar").MapRuns();
        api.MapGroup("/radar/profiles").WithTags("Radar").MapProfiles();
        api.MapGroup("/practice").WithTags("Practice").MapPractice();
        api.MapHookupPlan();
        api.MapGroup("/jobs").WithTags("Jobs").MapJobs();
        api.MapGroup("/jobs").WithTags("Radar").MapTraces();
        api.MapGroup("/jobs").WithTags("Jobs").MapExposures();
        app.MapOpenApi().AllowAnonymous();
    }
}
