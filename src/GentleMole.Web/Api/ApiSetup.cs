using GentleMole.Store.Log;
using GentleMole.Store.Model;
using GentleMole.Web.Trust;
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

    /// <summary>The token is looked at before body or id; refusals without a body get one.</summary>
    public static void UseMoleApi(this WebApplication app)
    {
        app.UseWhen(http => http.Request.Path.StartsWithSegments(Base, StringComparison.OrdinalIgnoreCase), api =>
        {
            api.UseExceptionHandler(failed => failed.Run(ApiProblem.AfterFailureAsync));
            api.UseStatusCodePages(context => ApiProblem.FillEmptyAsync(context.HttpContext));
            api.Use(async (http, next) =>
            {
                var now = http.RequestServices.GetRequiredService<TimeProvider>().GetUtcNow().UtcDateTime;
                if (await http.RequestServices.GetRequiredService<Tokens>().AdmitAsync(http.Request, now) is { Scope: not TokenScope.Calendar } admitted)
                {
                    http.Admit(admitted);
                    http.RequestServices.GetRequiredService<ChangeContext>().Who = "token " + admitted.Name;
                    await next(http);
                    return;
                }

                http.Response.Headers.WWWAuthenticate = "Bearer";
                await ApiProblem.Status(StatusCodes.Status401Unauthorized).ExecuteAsync(http);
            });
        });
        app.UseRateLimiter();
    }

    public static void MapMoleApi(this WebApplication app)
    {
        var api = app.MapGroup(Base).RequireRateLimiting(RateLimits.Api).AllowAnonymous();
        api.MapGroup("/bench").WithTags("Bench").MapBench();
        api.MapGroup("/bench").WithTags("Desk").MapDesk();
        api.MapGroup("/bench").WithTags("Hookup").MapHookup();
        api.MapHookupPlan();
        api.MapGroup("/jobs").WithTags("Jobs").MapJobs();
        app.MapOpenApi().AllowAnonymous();
    }
}
