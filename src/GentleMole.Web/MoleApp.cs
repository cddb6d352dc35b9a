using System.Globalization;
using GentleMole.Core;
using GentleMole.Store;
using GentleMole.Store.Demo;
using GentleMole.Store.Log;
using GentleMole.Store.Writing;
using GentleMole.Web.Api;
using GentleMole.Web.Boards;
using GentleMole.Web.Centre;
using GentleMole.Web.Drawing;
using GentleMole.Web.Firm;
using GentleMole.Web.Frame;
using GentleMole.Web.Live;
using GentleMole.Web.Setup;
using GentleMole.Web.Practice;
using GentleMole.Web.Sheet;
using GentleMole.Web.Stages;
using GentleMole.Web.Trust;
using GentleMole.Web.Words;
using Microsoft.AspNetCore.DataProtection;
using Microsoft.AspNetCore.Diagnostics.HealthChecks;
using Microsoft.AspNetCore.Mvc.Razor;
using Microsoft.AspNetCore.ResponseCompression;

namespace GentleMole.Web;

/// <summary>Builds the application and makes its data ready.</summary>
internal static class MoleApp
{
    public static WebApplication Build(string[] args)
    {
        var builder = WebApplication.CreateBuilder(args);
        var options = builder.Configuration.Get<MoleOptions>() ?? new MoleOptions();
        options.Centre ??= options.Demo ? CentreLink.Simulated : null;
        options.Check();
        builder.Services.AddSingleton(options);
        var address = new PublicAddress(options);
        builder.Services.AddSingleton(address);
        if (address.Host is { } host)
        {
            builder.Configuration["AllowedHosts"] = host + ";localhost;127.0.0.1;[::1]";
        }

        builder.Services.AddHttpClient();
        builder.Services.AddHttpClient(nameof(CentreLink)).ConfigurePrimaryHttpMessageHandler(CentreLink.Guarded);
        builder.Services.AddSingleton<CentreLink>();
        // A task in the background that fails is logged and looked into; the people at work go on.
        builder.Services.Configure<HostOptions>(host => host.BackgroundServiceExceptionBehavior = BackgroundServiceExceptionBehavior.Ignore);
        builder.Services.AddHostedService(services => services.GetRequiredService<CentreLink>());
        builder.Services.AddSingleton(StandingClock.Of(options.Now));
        builder.Services.AddMoleStore(options.Data);
        builder.Services.AddSingleton(services => new HeadKeeper(services.GetRequiredService<DataFolder>(), options.HeadKey));
        builder.Services.AddHostedService<HeadWatch>();
        builder.Services.AddSingleton<Tokens>();
        builder.Services.AddSingleton<BoardCache>();
        builder.Services.AddScoped<JobList>();
        builder.Services.AddSingleton<ReadingRoom>();
        builder.Services.AddSingleton<ImportDesk>();
        builder.Services.AddScoped<UploadQuota>();
        builder.Services.AddSingleton<PhotoShelf>();
        builder.Services.AddSingleton<PlaceClock>();
        builder.Services.AddSingleton<KeptSheets>();
        builder.Services.AddSingleton<SignalDesk>();
        builder.Services.AddSingleton<ProcessorGate>();
        builder.Services.AddSingleton<IdentityDesk>();
        builder.Services.AddSingleton<WalkDesk>();
        builder.Services.AddSingleton<RadarDesk>();
        builder.Services.AddSingleton<ProfileShelf>();
        builder.Services.AddSingleton<LiveDesk>();
        builder.Services.AddSingleton<LiveTicks>();
        builder.Services.AddHostedService(services => services.GetRequiredService<LiveTicks>());
        builder.Services.AddScoped<SheetLoader>();
        builder.Services.AddScoped<ExposureIntake>();
        builder.Services.AddPractice();
        builder.Services.AddScoped<YearBook>();
        builder.Services.AddSingleton<ShippedFiles>();

        // Tokens in forms differ with every answer, so that nothing can be read off the length of what is compressed.
        builder.Services.AddResponseCompression(compression =>
        {
            compression.EnableForHttps = true;
            compression.MimeTypes = [.. ResponseCompressionDefaults.MimeTypes, "image/svg+xml", "application/geo+json", "application/vnd.google-earth.kml+xml", "image/vnd.dxf"];
        });
        builder.Services.AddDataProtection().PersistKeysToFileSystem(new DirectoryInfo(new DataFolder(options.Data).Keys))
            .SetApplicationName("GentleMole");
        builder.Services.AddRazorPages(pages => pages.RootDirectory = "/").AddRazorOptions(Frames).AddMvcOptions(mvc =>
        {
            // First who it is, then whether what was sent is stored already; both before the pages own filters, which come first among equals.
            mvc.Filters.AddService<AccessFilter>(int.MinValue);
            mvc.Filters.AddService<EntryFilter>(int.MinValue);
        });
        builder.Services.AddTrust(builder.Configuration, address);
        builder.Services.AddMoleApi();
        builder.Services.AddHealthChecks().AddCheck<StoreHealth>("store", tags: ["ready"]);
        builder.WebHost.ConfigureKestrel(kestrel =>
        {
            kestrel.AddServerHeader = false;

            // Pages that take drawings and photos raise it for themselves.
            kestrel.Limits.MaxRequestBodySize = 6_000_000;
        });

        var app = builder.Build();
        address.Believe(app);
        app.UseMiddleware<PageGuard>();
        app.UseResponseCompression();
        app.UseExceptionHandler("/problem");
        app.UseWhen(
            http => !http.Request.Path.StartsWithSegments("/api", StringComparison.OrdinalIgnoreCase),
            pages => pages.UseStatusCodePagesWithReExecute("/problem", "?code={0}"));
        ShippedFiles.Serve(app);
        app.UseRouting();
        app.UseAuthentication();
        app.UseMoleApi();

        app.UseMiddleware<EndpointGate>();
        app.UseAuthorization();
        app.MapHealthChecks("/health/live", new HealthCheckOptions { Predicate = _ => false }).AllowAnonymous();
        app.MapHealthChecks("/health/ready", new HealthCheckOptions { Predicate = check => check.Tags.Contains("ready") }).AllowAnonymous();
        app.MapMoleApi();
        app.MapDownloads();
        app.MapEvidence();
        app.MapPhotos();
        app.MapLive();
        app.MapCalendar();
        app.MapPlaceStyle();
        app.MapBackups();
        app.MapYears();
        app.MapRazorPages();
        return app;
    }

    /// <summary>What pages of several folders share is looked for in the folders of the frame, the sheet and the drawing.</summary>
    private static void Frames(RazorViewEngineOptions views)
    {
        foreach (var folder in (ReadOnlySpan<string>)["Frame", "Sheet", "Drawing"])
        {
            views.PageViewLocationFormats.Add($"/{folder}/{{0}}.cshtml");
        }
    }

    /// <summary>Takes the data directory, brings it up to date and seeds the demo once, all before the first request is served.</summary>
    /// <exception cref="IOException">The directory cannot be used; the message says why and what to do.</exception>
    public static async Task PrepareAsync(WebApplication app)
    {
        var options = app.Services.GetRequiredService<MoleOptions>();
        await StoreSetup.OpenAsync(app.Services, options.Demo, Console.WriteLine, app.Lifetime.ApplicationStopping);
        app.Services.GetRequiredService<HeadKeeper>().MakeReady(Console.WriteLine);
        var file = app.Services.GetRequiredService<StoreFile>();
        if (options.Demo && !await file.HoldsJobsAsync())
        {
            await using var scope = app.Services.CreateAsyncScope();
            await DemoData.SeedAsync(scope.ServiceProvider.GetRequiredService<MoleDb>(), app.Services.GetRequiredService<PlaceClock>().Moment);
        }

        if (!options.Demo && !await file.HoldsPeopleAsync())
        {
            Console.WriteLine($"Nobody has an account here yet. The first one is made at /sign-in with this code: {app.Services.GetRequiredService<FirstAccountCode>().Text}");
        }

        app.Lifetime.ApplicationStarted.Register(() => _ = WarmAsync(app));
    }

    /// <summary>Reads the board and one sheet while nobody waits, so that the first person does not wait for the mapper.</summary>
    private static async Task WarmAsync(WebApplication app)
    {
        try
        {
            await using var scope = app.Services.CreateAsyncScope();
            await StoreSetup.ForgetOldIdsAsync(scope.ServiceProvider.GetRequiredService<MoleDb>(), app.Lifetime.ApplicationStopping);
            var jobs = await scope.ServiceProvider.GetRequiredService<JobList>().LoadAsync(app.Lifetime.ApplicationStopping);
            if (jobs.Count > 0)
            {
                await scope.ServiceProvider.GetRequiredService<SheetLoader>().LoadAsync(jobs[0].Id, app.Lifetime.ApplicationStopping);
            }
        }
        catch (Exception error) when (error is OperationCanceledException or ObjectDisposedException || StoreTrouble.Of(error) is not null)
        {
            // Stopped again before it was warm, or somebody will be told when they ask.
        }
    }

    /// <summary>A clock that stands at one moment, for pictures that stay the same from day to day.</summary>
    private sealed class StandingClock(DateTimeOffset moment) : TimeProvider
    {
        /// <summary>The clock that an option asks for.</summary>
        /// <exception cref="IOException">It asks for no moment.</exception>
        public static TimeProvider Of(string? now) => now is not { Length: > 0 } ? TimeProvider.System
            : DateTimeOffset.TryParse(now, CultureInfo.InvariantCulture, DateTimeStyles.AssumeUniversal, out var moment) && moment.Year is >= Moments.EarliestYear and <= Moments.LatestYear
                ? new StandingClock(moment)
                : throw new IOException($"--Now is '{now}'; it must be a moment from {Moments.EarliestYear} to {Moments.LatestYear} like 2026-11-25T09:30:00Z.");

        public override DateTimeOffset GetUtcNow() => moment;
    }
}
