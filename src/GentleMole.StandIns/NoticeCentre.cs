using System.Text.Json;
using GentleMole.Core;
using GentleMole.Exchange.Centre;
using Microsoft.AspNetCore.Builder;
using Microsoft.AspNetCore.Hosting;
using Microsoft.AspNetCore.Http;
using Microsoft.Extensions.DependencyInjection;
using Microsoft.Extensions.Logging;
using NodaTime;

namespace GentleMole.StandIns;

/// <summary>
/// A small simulated notice centre on loopback: it hands out made-up notices, takes answers, and can be told to fail.
/// What it has handed out and taken survives a restart in a file of its own.
/// </summary>
public sealed class NoticeCentre : IAsyncDisposable
{
    private readonly Lock _lock = new();
    private readonly WebApplication _app;
    private readonly string _stateFile;
    private readonly TimeProvider _clock;
    private State _state;

    private NoticeCentre(WebApplication app, string stateFile, TimeProvider clock, State state) =>
        (_app, _stateFile, _clock, _state) = (app, stateFile, clock, state);

    /// <summary>Address it answers at.</summary>
    public Uri Address => new(_app.Urls.First());

    public CentreMood Mood { get; set; }

    /// <summary>Every answer it holds, each once.</summary>
    public IReadOnlyList<CentreReply> Replies
    {
        get
        {
            lock (_lock)
            {
                return [.. _state.Replies];
            }
        }
    }

    /// <summary>How often an answer came that was there already.</summary>
    public int Repeats { get; private set; }

    /// <param name="file">Where it keeps what it has handed out and taken.</param>
    /// <param name="port">0 for any free one.</param>
    public static async Task<NoticeCentre> StartAsync(string file, TimeProvider clock, int port = 0, CancellationToken cancellation = default)
    {
        var builder = WebApplication.CreateSlimBuilder(new WebApplicationOptions { Args = [] });
        builder.Logging.ClearProviders();
        builder.Services.ConfigureHttpJsonOptions(json => CentreJson.Set(json.SerializerOptions));
        builder.WebHost.UseUrls($"http://127.0.0.1:{port}");
        var app = builder.Build();
        var state = File.Exists(file) ? JsonSerializer.Deserialize<State>(await File.ReadAllTextAsync(file, cancellation).ConfigureAwait(false), CentreJson.Options) : null;
        var centre = new NoticeCentre(app, file, clock, state ?? new State(2, clock.Now(), []));
        centre.Map();
        await app.StartAsync(cancellation).ConfigureAwait(false);
        return centre;
    }

    /// <summary>Makes one more call come in.</summary>
    public void SimulateCall()
    {
        lock (_lock)
        {
            _state = _state with { Notices = _state.Notices + 1 };
            Keep();
        }
    }

    public async ValueTask DisposeAsync()
    {
        await _app.StopAsync().ConfigureAwait(false);
        await _app.DisposeAsync().ConfigureAwait(false);
    }

    private void Map()
    {
        _app.Use(async (http, next) =>
        {
            if (Mood == CentreMood.Down)
            {
                http.Response.StatusCode = StatusCodes.Status503ServiceUnavailable;
                return;
            }

            await next(http).ConfigureAwait(false);
        });
        _app.MapGet("/notices", (long after) =>
        {
            var notices = Enumerable.Range(1, (int)_state.Notices).Where(n => n > after)
                .Select(n => MadeUpNotices.Make(n, _state.Began, _clock.Now()));
            return Mood == CentreMood.SendsNonsense
                ? notices.SelectMany(n => new CentreNotice?[] { n with { Name = "", Latitude = 400, Area = [[0, 0], [1e300, 4]] }, null })
                : notices;
        });
        _app.MapPost("/answers", (CentreReply reply) =>
        {
            Take(reply);
            return Mood == CentreMood.LosesConfirmations ? Results.StatusCode(StatusCodes.Status502BadGateway) : Results.Ok();
        });
    }

    private void Take(CentreReply reply)
    {
        lock (_lock)
        {
            if (_state.Replies.Exists(r => r.Id == reply.Id))
            {
                Repeats++;
                return;
            }

            _state.Replies.Add(reply);
            Keep();
        }
    }

    private void Keep() => File.WriteAllText(_stateFile, JsonSerializer.Serialize(_state, CentreJson.Options));

    private sealed record State(long Notices, Instant Began, List<CentreReply> Replies);
}
