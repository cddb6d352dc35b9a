using System.Text.Json;
using System.Net;
using System.Net.Http.Headers;
using GentleMole.Core;
using GentleMole.StandIns;
using GentleMole.Store;
using GentleMole.Store.Writing;
using GentleMole.Web.Setup;
using GentleMole.Web.Words;
using NodaTime;

namespace GentleMole.Web.Centre;

/// <summary>
/// Keeps talking with the notice centre while the application runs. In the demo it starts the simulated one first.
/// </summary>
internal sealed partial class CentreLink(MoleOptions options, DataFolder folder, IServiceScopeFactory scopes, IHttpClientFactory clients, TimeProvider clock, ILogger<CentreLink> log) : BackgroundService
{
    public const string Simulated = "simulated";
    private static readonly TimeSpan Pause = TimeSpan.FromSeconds(3);
    private const int MostAnswered = 4_000_000;
    private readonly SemaphoreSlim _turn = new(1, 1);
    private readonly SemaphoreSlim _wake = new(0, 1);
    private Uri? _address;

    /// <summary>The stand-in, when it is ours.</summary>
    public NoticeCentre? StandIn { get; private set; }

    public bool IsOn => options.Centre is { Length: > 0 } and not "off";

    /// <summary>How long the centre may take for one answer, all of it.</summary>
    public TimeSpan Patience { get; set; } = TimeSpan.FromSeconds(10);

    /// <summary>
    /// How one talks with a stranger: to the address that was given and no other, without keeping anything for it, and
    /// nothing is unpacked.
    /// </summary>
    public static HttpMessageHandler Guarded() => new SocketsHttpHandler
    {
        AllowAutoRedirect = false, UseCookies = false, ConnectTimeout = TimeSpan.FromSeconds(5), MaxResponseHeadersLength = 16,
        AutomaticDecompression = DecompressionMethods.None, PooledConnectionLifetime = TimeSpan.FromMinutes(10),
    };

    /// <summary>When the centre last answered.</summary>
    public Instant? HeardAt { get; private set; }

    /// <summary>Why it did not answer the last time; empty when it did.</summary>
    public string Trouble { get; private set; } = "";

    /// <summary>Talk at once instead of at the next turn.</summary>
    public void Wake()
    {
        if (_wake.CurrentCount == 0)
        {
            _wake.Release();
        }
    }

    /// <summary>One turn: take, then send. One at a time: a page may ask for one while the last still goes on.</summary>
    public async Task TurnAsync(CancellationToken cancellation)
    {
        await _turn.WaitAsync(cancellation);
        try
        {
            await using var scope = scopes.CreateAsyncScope();
            using var http = clients.CreateClient(nameof(CentreLink));
            (http.BaseAddress, http.Timeout, http.MaxResponseContentBufferSize) = (_address, Patience, MostAnswered);
            if (options.CentreKey is { Length: > 0 } key)
            {
                http.DefaultRequestHeaders.Authorization = new AuthenticationHeaderValue("Bearer", key);
            }

            var exchange = new CentreExchange(
                scope.ServiceProvider.GetRequiredService<MoleDb>(), scope.ServiceProvider.GetRequiredService<PlaceClock>(), http);
            try
            {
                await exchange.TakeAsync(cancellation);
                if (Trouble.Length > 0)
                {
                    Answers();
                }

                (HeardAt, Trouble) = (clock.Now(), "");
            }
            catch (Exception error) when (error is HttpRequestException or TaskCanceledException or JsonException && !cancellation.IsCancellationRequested)
            {
                var trouble = CentreExchange.TroubleOf(error);
                if (trouble != Trouble)
                {
                    DoesNotAnswer(trouble);
                }

                Trouble = trouble;
            }

            await exchange.SendAsync(cancellation);
        }
        catch (Exception error) when (!cancellation.IsCancellationRequested)
        {
            // Whatever it is, it must not end the application, nor the talk: nothing was confirmed to the centre, and the
            // next turn asks for the same again.
            Trouble = StoreTrouble.Of(error) is { } trouble ? trouble.Sentence : "something went wrong on our side; the server's log says what";
            NotDone(error);
        }
        finally
        {
            _turn.Release();
        }
    }

    public override async Task StopAsync(CancellationToken cancellationToken)
    {
        await base.StopAsync(cancellationToken);
        if (StandIn is not null)
        {
            await StandIn.DisposeAsync();
        }
    }

    public override void Dispose()
    {
        _turn.Dispose();
        _wake.Dispose();
        base.Dispose();
    }

    [LoggerMessage(Level = LogLevel.Warning, Message = "The notice centre does not answer: {Trouble}.")]
    private partial void DoesNotAnswer(string trouble);

    [LoggerMessage(Level = LogLevel.Information, Message = "The notice centre answers again.")]
    private partial void Answers();

    [LoggerMessage(Level = LogLevel.Error, Message = "A turn with the notice centre came to nothing.")]
    private partial void NotDone(Exception error);

    protected override async Task ExecuteAsync(CancellationToken stoppingToken)
    {
        if (!IsOn)
        {
            return;
        }

        if (options.Centre == Simulated)
        {
            StandIn = await NoticeCentre.StartAsync(folder.SimulatedCentre, clock, cancellation: stoppingToken);
            _address = StandIn.Address;
        }
        else
        {
            _address = new Uri(options.Centre!);
        }

        while (!stoppingToken.IsCancellationRequested)
        {
            await TurnAsync(stoppingToken);
            await _wake.WaitAsync(Pause, stoppingToken);
        }
    }
}
