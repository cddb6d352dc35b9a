using System.Globalization;
using System.Security.Claims;
using System.Threading.RateLimiting;
using Microsoft.AspNetCore.RateLimiting;

namespace GentleMole.Web.Trust;

/// <summary>
/// How much one session, one device and one stranger may ask for. Work that computes waits in a queue of its own, so that pages
/// stay quick beside it; whoever gives up waiting leaves the queue.
/// </summary>
internal static class RateLimits
{
    /// <summary>Policy for doors that can be tried by strangers.</summary>
    public const string Door = "door";

    /// <summary>Policy for the calendar's secret address, which can be guessed at.</summary>
    public const string Feed = "feed";

    /// <summary>Policy for the API.</summary>
    public const string Api = "api";

    /// <summary>Questions of one session that are reckoned on at once; of more only the latest few wait, the others are out of date.</summary>
    private const int OnesOwn = 2;
    private const int OnesWaiting = 8;
    private const int MostWaiting = 64;

    public static void AddRateLimits(this IServiceCollection services, IConfiguration configuration)
    {
        var triesPerMinute = configuration.GetValue("Doors:TriesPerMinute", 30);
        var pagesPerMinute = configuration.GetValue("Pages:RequestsPerMinute", 3000);
        var callsPerMinute = configuration.GetValue("Api:RequestsPerMinute", 600);
        RateLimitPartition<string> PerAddress(HttpContext http) => RateLimitPartition.GetTokenBucketLimiter(
            http.NetworkOfCaller(), _ => Bucket(triesPerMinute));
        services.AddRateLimiter(limiter =>
        {
            limiter.RejectionStatusCode = StatusCodes.Status429TooManyRequests;
            limiter.OnRejected = RefuseAsync;
            limiter.AddPolicy(Door, http => HttpMethods.IsPost(http.Request.Method) ? PerAddress(http) : RateLimitPartition.GetNoLimiter("look"));
            limiter.AddPolicy(Feed, PerAddress);
            limiter.AddPolicy(Api, http => http.Admitted() is var token && token.IsDemo
                ? RateLimitPartition.GetNoLimiter("demo")
                : RateLimitPartition.GetTokenBucketLimiter("token " + token.Id.ToString(CultureInfo.InvariantCulture), _ => Bucket(callsPerMinute)));

            // A person at work asks for a verdict with every key; far more than that is not a person. Going is always possible.
            limiter.GlobalLimiter = PartitionedRateLimiter.CreateChained(
                PartitionedRateLimiter.Create<HttpContext, string>(http => http.User.SignedIn() is { } person && http.Request.Path != "/sign-out" && http.Request.Path != ToldAt
                    ? RateLimitPartition.GetTokenBucketLimiter("session " + person.SessionId, _ => Bucket(pagesPerMinute))
                    : RateLimitPartition.GetNoLimiter("nobody")),
                PartitionedRateLimiter.Create<HttpContext, string>(http => Computes(http.Request)
                    ? RateLimitPartition.GetConcurrencyLimiter(Asker(http), _ => new ConcurrencyLimiterOptions
                    {
                        PermitLimit = OnesOwn, QueueLimit = OnesWaiting, QueueProcessingOrder = QueueProcessingOrder.NewestFirst,
                    })
                    : RateLimitPartition.GetNoLimiter("pages")),
                PartitionedRateLimiter.Create<HttpContext, string>(http => Computes(http.Request)
                    ? RateLimitPartition.GetConcurrencyLimiter("all", _ => new ConcurrencyLimiterOptions
                    {
                        PermitLimit = Math.Max(2, Environment.ProcessorCount), QueueLimit = MostWaiting, QueueProcessingOrder = QueueProcessingOrder.OldestFirst,
                    })
                    : RateLimitPartition.GetNoLimiter("pages")));
        });
    }

    /// <summary>Where a refusal is told as a page.</summary>
    private const string ToldAt = "/problem";

    /// <summary>What a refusal for haste says on a page.</summary>
    public static string Haste(TimeSpan wait) =>
        Seconds(wait) is "1" ? "Too many tries. Wait a second." : $"Too many tries. Wait {Seconds(wait)} seconds.";

    /// <summary>So many a minute, steadily; at once a sixth of them, or all when they are few.</summary>
    private static TokenBucketRateLimiterOptions Bucket(int perMinute)
    {
        var period = TimeSpan.FromSeconds(Math.Max(1, 60.0 / perMinute));
        return new TokenBucketRateLimiterOptions
        {
            TokenLimit = Math.Min(perMinute, Math.Max(10, perMinute / 6)),
            ReplenishmentPeriod = period,
            TokensPerPeriod = Math.Max(1, (int)(perMinute * period.TotalMinutes)),
        };
    }

    /// <summary>Verdicts on what is typed, hookups solved, sums of the bench.</summary>
    private static bool Computes(HttpRequest request) =>
        request.Query["handler"].ToString().EndsWith("Judge", StringComparison.OrdinalIgnoreCase)
        || string.Equals(request.Query["handler"], "Pdf", StringComparison.OrdinalIgnoreCase)
        || request.Path.Value?.EndsWith("/export/pdf", StringComparison.OrdinalIgnoreCase) == true
        || request.Path.Value?.EndsWith("/evidence.zip", StringComparison.OrdinalIgnoreCase) == true
        || request.Path.StartsWithSegments("/api/v1/bench", StringComparison.OrdinalIgnoreCase)
        || (request.Path.Value?.EndsWith("/hookups", StringComparison.OrdinalIgnoreCase) == true && request.Path.StartsWithSegments("/api/v1/jobs", StringComparison.OrdinalIgnoreCase));

    /// <summary>Who asks: a session or a token; an address only for those of whom nothing else is known, since many may sit behind one.</summary>
    private static string Asker(HttpContext http) => http.User.SignedIn() is { } person ? "session " + person.SessionId
        : http.User.FindFirst(TokenScheme.ScopeClaim) is not null ? http.User.FindFirst(ClaimTypes.NameIdentifier)!.Value
        : "address " + http.NetworkOfCaller();

    private static async ValueTask RefuseAsync(OnRejectedContext context, CancellationToken cancellation)
    {
        // A full queue is empty again in a second; a bucket says when its next drop comes.
        var wait = context.Lease.TryGetMetadata(MetadataName.RetryAfter, out var after) ? after : TimeSpan.FromSeconds(1);
        var http = context.HttpContext;
        http.Response.Headers.RetryAfter = Seconds(wait);

        // Whoever goes to a page is told on a page; a part of one says it where it stands.
        var goes = http.Request.Headers.Accept.ToString().Contains("text/html", StringComparison.OrdinalIgnoreCase) && !http.Request.Headers.ContainsKey("HX-Request");
        if (!goes && !http.Request.Path.StartsWithSegments("/api", StringComparison.OrdinalIgnoreCase))
        {
            http.Response.ContentType = "text/plain; charset=utf-8";
            await http.Response.WriteAsync(Haste(wait), cancellation);
        }
    }

    private static string Seconds(TimeSpan wait) => Math.Max(1, (int)Math.Ceiling(wait.TotalSeconds)).ToString(CultureInfo.InvariantCulture);
}
